<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Backwards;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MisfitMethod;
use Logion\Valuation\Tornado;

/** A method at work on a company: its inputs as they are or as they were changed, what follows, and what else could. */
final class ValueSheet
{
    /** A rate beyond a thousand per cent is a slip of the pen. */
    private const MOST_RATE = 10.0;

    /** So is any other figure beyond this. */
    private const MOST = 1e12;

    /** @var array<string, MethodInput> */
    public readonly array $inputs;

    /** @var array<string, ?float> what is taken, changes in place */
    public readonly array $figures;

    /** Why the method does not fit; null where it does. */
    public readonly ?string $misfit;

    /**
     * @param  array<string, float>  $changes  by input
     * @param  bool  $forced  whether it is used though it does not fit
     *
     * @throws MisfitMethod if it does not fit and is not forced
     * @throws InvalidAssumption if a change names no input or is impossible
     */
    public function __construct(
        private readonly ValueMethod $method,
        private readonly ValueSubject $subject,
        public readonly array $changes = [],
        public readonly bool $forced = false,
    ) {
        $this->misfit = $method->misfit($subject);
        if ($this->misfit !== null && ! $forced) {
            throw MisfitMethod::because($this->misfit);
        }
        $inputs = [];
        foreach ($method->inputs($subject) as $input) {
            $inputs[$input->name] = $input;
        }
        $this->inputs = $inputs;
        $this->figures = $this->with(array_map(static fn (MethodInput $of): ?float => $of->value, $inputs), $changes);
    }

    /** @return list<string> labels of what is not known; none where the method has all it needs */
    public function missing(): array
    {
        return array_values(
            array_map(
                fn (string $name): string => $this->inputs[$name]->label,
                array_keys(array_filter($this->figures, static fn (?float $of): bool => $of === null)),
            ),
        );
    }

    /** @throws InvalidAssumption if an input is not known, or the figures together give no value */
    public function worth(): Worth
    {
        $missing = $this->missing();
        if ($missing !== []) {
            throw InvalidAssumption::missing(...$missing);
        }

        return $this->valued(self::known($this->figures));
    }

    /**
     * The centre with some inputs set otherwise; null where there is none.
     *
     * @param  array<string, float>  $figures
     */
    public function centre(array $figures): ?float
    {
        $all = [...$this->figures, ...$figures];
        if (in_array(null, $all, true)) {
            return null;
        }
        try {
            return $this->valued(self::known($all))->centre;
        } catch (InvalidAssumption) {
            return null;
        }
    }

    /** The figure of an input, near the one it has, at which the centre is a price; null where none in its range does it. */
    public function solve(string $name, float $price): ?float
    {
        $input = $this->input($name);
        $low = min($input->low, $this->figures[$name] ?? $input->low);
        $high = max($input->high, $this->figures[$name] ?? $input->high);

        return Backwards::nearest(
            fn (float $x): ?float => $this->centre([$name => $x]),
            $price,
            $low,
            $high,
            $this->figures[$name] ?? ($low + $high) / 2,
        );
    }

    public function price(): ?float
    {
        return $this->subject->price();
    }

    /** @return list<float> seven figures of an input around the one it has */
    public function steps(string $name): array
    {
        $input = $this->input($name);
        $at = $this->figures[$name] ?? throw InvalidAssumption::missing($input->label);
        [$low, $high] = $input->around($at);
        $step = max($high - $at, $at - $low);

        return array_map(static fn (int $i): float => $at + $i * $step, range(-3, 3));
    }

    /** What it would take, in a sentence. */
    public function sentence(string $name, float $price): string
    {
        $input = $this->input($name);
        $solved = $input->isWhole() ? null : $this->solve($name, $price);
        $told = static fn (?float $of): string => match (true) {
            $of === null => '–',
            $input->unit === Unit::Percent => Numerals::percent($of, 1),
            default => Numerals::decimal($of, 2),
        };
        if ($solved === null) {
            return Words::say(
                'no_sensible_figure_makes_the_price',
                label: $input->label,
                low: $told($input->low),
                high: $told($input->high),
            );
        }
        $said = Words::say('it_would_have_to_be', label: $input->label, figure: $told($solved), now: $told($this->figures[$name]));
        foreach ($input->alternatives as $source => $value) {
            return $said.' '.Words::say('beside_it_is', source: $source, figure: $told($value));
        }

        return $said;
    }

    /**
     * @param  list<float>  $rows
     * @param  list<float>  $columns
     * @return list<list<?float>>
     */
    public function sensitivity(string $row, array $rows, string $column, array $columns): array
    {
        $this->input($row);
        $this->input($column);

        return array_map(
            fn (float $x): array => array_map(fn (float $y): ?float => $this->centre([$row => $x, $column => $y]), $columns),
            $rows,
        );
    }

    /**
     * Each input moved to both ends of a range, its own or what one would look at.
     *
     * @param  array<string, array{float, float}>  $ranges
     * @return list<array{input: string, low: ?float, high: ?float, swing: ?float, from: float, to: float}> the widest first
     */
    public function tornado(array $ranges = []): array
    {
        $all = [];
        foreach ($this->inputs as $name => $input) {
            $at = $this->figures[$name];
            if ($at !== null) {
                $all[$name] = $ranges[$name] ?? $input->around($at);
            }
        }

        return array_map(
            static fn (array $bar): array => [...$bar, 'from' => $all[$bar['input']][0], 'to' => $all[$bar['input']][1]],
            Tornado::of($all, fn (string $name, float $x): ?float => $this->centre([$name => $x])),
        );
    }

    /**
     * @param  array<string, float>  $figures
     *
     * @throws InvalidAssumption if they give no value
     */
    private function valued(array $figures): Worth
    {
        try {
            return $this->method->worth($figures, $this->subject);
        } catch (\DivisionByZeroError) {
            throw InvalidAssumption::malformed($this->method->label(), Words::say('these_figures_give_no_value'));
        }
    }

    private function input(string $name): MethodInput
    {
        return $this->inputs[$name] ?? throw InvalidAssumption::unknown($name, ...array_keys($this->inputs));
    }

    /**
     * @param  array<string, ?float>  $figures
     * @param  array<string, float>  $changes
     * @return array<string, ?float>
     */
    private function with(array $figures, array $changes): array
    {
        foreach ($changes as $name => $value) {
            $input = $this->input($name);
            if (! is_finite($value)) {
                throw InvalidAssumption::outOfRange($name, Words::say('a_finite_number'));
            }
            $most = $input->unit === Unit::Percent ? self::MOST_RATE : self::MOST;
            if (abs($value) > $most) {
                throw InvalidAssumption::outOfRange($name, Words::say('no_larger_than', most: Numerals::decimal($most)));
            }
            if ($input->isWhole() && ($value < $input->low || $value > $input->high || floor($value) !== $value)) {
                throw InvalidAssumption::outOfRange($name, Words::say('a_whole_number_to', most: $input->high));
            }
            $figures[$name] = $value;
        }

        return $figures;
    }

    /**
     * @param  array<string, ?float>  $figures
     * @return array<string, float>
     */
    private static function known(array $figures): array
    {
        return array_filter($figures, static fn (?float $of): bool => $of !== null);
    }
}
