<?php

declare(strict_types=1);

namespace Logion\Valuation\Forecast;

use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\CashFlowValue;

/**
 * How one driver of a forecast moves from year to year: a figure per year, a straight line between two figures, a step a year, the mean or
 * median of chosen past years, what houses expect, or along with another driver.
 */
final readonly class DriverRule
{
    /**
     * @param  list<float>  $values  figures per year (own), [from, to] (fade), [start, step] or [times, plus] (tied)
     * @param  list<int>  $excluded  fiscal years left out of a historical rule
     */
    private function __construct(
        public string $kind,
        public array $values = [],
        public int $holdYears = 0,
        public array $excluded = [],
        public string $source = 'own',
        public ?string $along = null,
    ) {
    }

    /** The same figure every year. */
    public static function constant(float $value, string $source = 'own'): self
    {
        return new self('own', [$value], source: $source);
    }

    /**
     * A figure per year; the last one holds for the years after it.
     *
     * @param  list<float>  $values
     */
    public static function own(array $values, string $source = 'own'): self
    {
        return $values === []
            ? throw InvalidAssumption::malformed('own', Words::say('give_at_least_one_figure'))
            : new self('own', $values, source: $source);
    }

    /** `from` for the first years held (at least one), then a straight line that reaches `to` in the last year. */
    public static function fade(float $from, float $to, int $holdYears = 1, string $source = 'own'): self
    {
        return new self('fade', [$from, $to], max(1, $holdYears), source: $source);
    }

    /**
     * Mean or median of the driver's history without the years left out.
     *
     * @param  list<int>  $excluded
     */
    public static function historical(string $measure, array $excluded = []): self
    {
        return new self($measure, [], 0, $excluded, 'history');
    }

    /** `start` in the first year, more by the same amount every year after it. */
    public static function step(float $start, float $step): self
    {
        return new self('step', [$start, $step]);
    }

    /** What houses expect, as far as they do; their last figure holds after it. */
    public static function consensus(): self
    {
        return new self('consensus', source: 'consensus');
    }

    /** So many times another driver, and so much more. */
    public static function tied(string $along, float $times = 1.0, float $plus = 0.0): self
    {
        return new self('tied', [$times, $plus], along: $along);
    }

    /**
     * @param  array<string, mixed>  $data  rule: own|fade|step|historical_mean|historical_median|consensus|tied, with values; from, to and
     *     hold_years; from and step; exclude; along, times and plus
     *
     * @throws InvalidAssumption if the description is not one of the rules
     */
    public static function fromArray(string $name, array $data): self
    {
        $number = static fn (mixed $value): float => is_numeric($value) && is_finite((float) $value) && abs((float) $value) < 1e6
            ? (float) $value
            : throw InvalidAssumption::malformed($name, Words::say('a_figure_is_not_a_number'));
        $source = is_string($data['source'] ?? null) ? mb_substr($data['source'], 0, 40) : 'own';
        $years = static fn (mixed $list): array => array_values(array_map('intval', is_array($list) ? array_slice($list, 0, 60) : []));

        return match ($data['rule'] ?? null) {
            'own' => self::own(array_values(array_map($number, array_slice((array) ($data['values'] ?? []), 0, 50))), $source),
            'fade' => self::fade($number($data['from'] ?? null), $number($data['to'] ?? null), (int) ($data['hold_years'] ?? 1), $source),
            'step' => self::step($number($data['from'] ?? null), $number($data['step'] ?? null)),
            'historical_mean', 'historical_median' => self::historical($data['rule'], $years($data['exclude'] ?? [])),
            'consensus' => self::consensus(),
            'tied' => self::tied(
                is_string($data['along'] ?? null)
                    ? $data['along']
                    : throw InvalidAssumption::malformed($name, Words::say('name_the_driver_it_goes_along_with')),
                $number($data['times'] ?? 1),
                $number($data['plus'] ?? 0),
            ),
            default => throw InvalidAssumption::malformed($name, Words::say('the_rule_must_be_own_fade')),
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return match ($this->kind) {
            'own' => ['rule' => 'own', 'values' => $this->values, 'source' => $this->source],
            'fade' => [
                'rule' => 'fade',
                'from' => $this->values[0],
                'to' => $this->values[1],
                'hold_years' => $this->holdYears,
                'source' => $this->source,
            ],
            'step' => ['rule' => 'step', 'from' => $this->values[0], 'step' => $this->values[1], 'source' => $this->source],
            'consensus' => ['rule' => 'consensus', 'source' => $this->source],
            'tied' => [
                'rule' => 'tied',
                'along' => $this->along,
                'times' => $this->values[0],
                'plus' => $this->values[1],
                'source' => $this->source,
            ],
            default => ['rule' => $this->kind, 'exclude' => $this->excluded, 'source' => $this->source],
        };
    }

    /**
     * The driver's figure in each forecast year.
     *
     * @param  array<int, ?float>  $history  by fiscal year
     * @param  list<float>  $expected  by houses, from the first forecast year on
     * @param  (\Closure(string): list<float>)|null  $other  path of another driver
     * @return list<float>
     *
     * @throws InvalidAssumption if a historical rule has no year left to look at, or nobody expects anything
     */
    public function path(string $name, int $years, array $history = [], array $expected = [], ?\Closure $other = null): array
    {
        if ($this->kind === 'step') {
            return array_map(fn (int $t): float => $this->values[0] + $t * $this->values[1], range(0, $years - 1));
        }
        if ($this->kind === 'consensus') {
            return $expected === []
                ? throw InvalidAssumption::malformed($name, Words::say('no_house_tells_what_it_expects'))
                : self::own($expected)->path($name, $years);
        }
        if ($this->kind === 'tied') {
            $path = $other === null ? throw InvalidAssumption::unknown((string) $this->along) : $other((string) $this->along);

            return array_map(fn (float $of): float => $this->values[0] * $of + $this->values[1], $path);
        }
        if ($this->kind === 'own') {
            $path = array_slice($this->values, 0, $years);

            return [...$path, ...array_fill(0, $years - count($path), $path[count($path) - 1])];
        }
        if ($this->kind === 'fade') {
            $hold = min($this->holdYears, $years);

            return [...array_fill(0, $hold, $this->values[0]), ...CashFlowValue::fade($this->values[0], $this->values[1], $years - $hold)];
        }
        $known = Descriptive::known(array_diff_key($history, array_flip($this->excluded)));
        $level = $this->kind === 'historical_median' ? Descriptive::median($known) : Descriptive::mean($known);

        return array_fill(0, $years, $level ?? throw InvalidAssumption::malformed($name, Words::say('no_past_year_with_a_figure')));
    }

    /** In words, for a working. */
    public function describe(): string
    {
        return match ($this->kind) {
            'own' => count($this->values) === 1 ? Words::say('the_same_figure_every_year') : Words::say('own_figures_per_year'),
            'fade' => Words::say('held_year_s_then_fading_on', holdYears: $this->holdYears),
            'step' => Words::say('the_same_step_every_year'),
            'consensus' => Words::say('what_houses_expect'),
            'tied' => Words::say('along_with_another_driver', driver: (string) $this->along),
            'historical_mean' => Words::say(
                'mean_of_its_own_history',
                without: $this->excluded === [] ? '' : Words::say('without', excluded: implode(', ', $this->excluded)),
            ),
            default => Words::say(
                'median_of_its_own_history',
                without: $this->excluded === [] ? '' : Words::say('without', excluded: implode(', ', $this->excluded)),
            ),
        };
    }
}
