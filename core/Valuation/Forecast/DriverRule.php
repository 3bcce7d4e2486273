<?php

declare(strict_types=1);

namespace Logion\Valuation\Forecast;

use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\CashFlowValue;

/**
 * How one driver of a forecast moves from year to year: a figure per year, a straight line between two figures, or the
 * mean or median of chosen past years.
 */
final readonly class DriverRule
{
    /**
     * @param  list<float>  $values  figures per year (own) or [from, to] (fade)
     * @param  list<int>  $excluded  fiscal years left out of a historical rule
     */
    private function __construct(
        public string $kind,
        public array $values = [],
        public int $holdYears = 0,
        public array $excluded = [],
        public string $source = 'own',
        public ?string $note = null,
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

    /**
     * @param  array<string, mixed>  $data  rule: own|fade|historical_mean|historical_median, with values, from, to, hold_years, exclude
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
            'historical_mean', 'historical_median' => self::historical($data['rule'], $years($data['exclude'] ?? [])),
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
            default => ['rule' => $this->kind, 'exclude' => $this->excluded, 'source' => $this->source],
        };
    }

    /**
     * The driver's figure in each forecast year.
     *
     * @param  array<int, ?float>  $history  by fiscal year
     * @return list<float>
     *
     * @throws InvalidAssumption if a historical rule has no year left to look at
     */
    public function path(string $name, int $years, array $history = []): array
    {
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
