<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Backwards;
use Logion\Valuation\Forecast\DriverRule;
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

    /** @var array<string, DriverRule> by which inputs go through the years, own ones in place */
    public readonly array $rules;

    /** @var array<string, list<float>> by input and number of years */
    private array $paths = [];

    /**
     * @param  array<string, float>  $changes  by input
     * @param  bool  $forced  whether it is used though it does not fit
     * @param  array<string, DriverRule>  $ownRules  by input that goes through the years
     *
     * @throws MisfitMethod if it does not fit and is not forced
     * @throws InvalidAssumption if a change names no input or is impossible, or a rule gives no figures
     */
    public function __construct(
        private readonly ValueMethod $method,
        private readonly ValueSubject $subject,
        public readonly array $changes = [],
        public readonly bool $forced = false,
        public readonly array $ownRules = [],
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
        $rules = array_filter(array_map(static fn (MethodInput $of): ?DriverRule => $of->years?->rule, $inputs));
        foreach ($ownRules as $name => $rule) {
            $rules[$name] = isset($rules[$name]) ? $rule : throw InvalidAssumption::unknown($name, ...array_keys($rules));
        }
        $this->rules = $rules;
        $figures = $this->with(array_map(static fn (MethodInput $of): ?float => $of->value, $inputs), $changes);
        foreach (array_keys($rules) as $name) {
            // An own rule says what the figure is; it is known though the usual one is not.
            if (! array_key_exists($name, $changes) && ($figures[$name] !== null || isset($ownRules[$name]))) {
                $figures[$name] = $this->mean($name, $this->years($figures));
            }
        }
        $this->figures = $figures;
    }

    /**
     * The same with rules as they are told.
     *
     * @param  array<string, float>  $changes  by input
     * @param  array<string, array<string, mixed>>  $rules  by input, see {@see DriverRule::fromArray()}
     *
     * @throws MisfitMethod if it does not fit and is not forced
     * @throws InvalidAssumption if a change names no input or is impossible, or a rule is none
     */
    public static function of(ValueMethod $method, ValueSubject $subject, array $changes, array $rules, bool $forced): self
    {
        $own = [];
        foreach ($rules as $name => $rule) {
            $own[$name] = DriverRule::fromArray($name, $rule);
        }

        return new self($method, $subject, $changes, $forced, $own);
    }

    /** @return list<float> figures of the years of an input that goes through them, its move in place; none where it is not known */
    public function path(string $name): array
    {
        $figure = $this->figures[$name] ?? null;

        return $figure === null || ! isset($this->rules[$name]) ? [] : YearPath::of($this->inYears(), $name, $this->years($this->figures));
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

    /** @return array<string, float> all that is known, with the figure of each year of what goes through them */
    public function inYears(): array
    {
        return $this->throughYears(self::known($this->figures));
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
            if ($at !== null && $input->choices === []) {
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
            return $this->method->worth($this->throughYears($figures), $this->subject);
        } catch (\DivisionByZeroError) {
            throw InvalidAssumption::malformed($this->method->label(), Words::say('these_figures_give_no_value'));
        }
    }

    /**
     * @param  array<string, float>  $figures
     * @return array<string, float> with the figure of each year, all moved by as much as the figure of the input was
     */
    private function throughYears(array $figures): array
    {
        if ($this->rules === []) {
            return $figures;
        }
        $years = $this->years($figures);
        $all = $figures;
        foreach (array_keys($this->rules) as $name) {
            if (isset($figures[$name])) {
                $moved = $figures[$name] - $this->mean($name, $this->years($this->figures));
                foreach ($this->usualPath($name, $years) as $t => $value) {
                    // The figure of a single year can be set outright.
                    $all[YearPath::key($name, $t + 1)] ??= $value + $moved;
                }
            }
        }

        return $all;
    }

    /**
     * As the rule says, without any move.
     *
     * @param  list<string>  $along  drivers whose path is being asked for
     * @return list<float>
     */
    private function usualPath(string $name, int $years, array $along = []): array
    {
        if (in_array($name, $along, true)) {
            throw InvalidAssumption::malformed($name, Words::say('drivers_go_along_in_a_circle', drivers: implode(', ', $along)));
        }
        $input = $this->input($name);

        return $this->paths["{$name} {$years}"] ??= (
            $this->rules[$name] ?? throw InvalidAssumption::unknown($name, ...array_keys($this->rules))
        )->path(
            $input->label,
            $years,
            $input->years->history ?? [],
            $input->years->expected ?? [],
            fn (string $other): array => $this->usualPath($other, $years, [...$along, $name]),
        );
    }

    private function mean(string $name, int $years): float
    {
        $path = $this->usualPath($name, $years);

        return array_sum($path) / count($path);
    }

    /** @param  array<string, ?float>  $figures */
    private function years(array $figures): int
    {
        return max(1, (int) ($figures['years'] ?? 1));
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
