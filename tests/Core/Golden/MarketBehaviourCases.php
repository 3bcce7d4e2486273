<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Closure;
use Logion\Driver\Driver;
use Logion\Driver\DriverModel;
use Logion\Driver\Rule;
use Logion\Driver\SegmentModel;
use Logion\EarningPower\ReturnGrid;
use Logion\EarningPower\ValueLine;
use Logion\Expectation\Revisions;
use Logion\Market\Bars\PriceBar;
use Logion\Market\Bars\PriceBars;
use Logion\Market\Bars\PriceLevel;
use Logion\Market\Bars\PriceLevels;
use Logion\Market\Bars\PriceTrend;
use Logion\Market\CorporateActions;
use Logion\Market\InvestedSum;
use Logion\Market\Reaction;
use Logion\Market\Risk\Downturn;
use Logion\Market\Risk\DrawdownEpisode;
use Logion\Time\Day;

/** How prices, expectations and revenue behave. */
final class MarketBehaviourCases
{
    /** @return array<string, Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'market.resample' => self::resample(...),
            'market.levels' => self::levels(...),
            'market.trend' => self::trend(...),
            'market.invested_sum' => self::investedSum(...),
            'market.reaction' => self::reaction(...),
            'market.drawdown_periods' => self::drawdowns(...),
            'market.downturn' => self::downturn(...),
            'earning_power.value_line' => self::valueLine(...),
            'earning_power.return_grid' => self::returnGrid(...),
            'expectation.revisions' => self::revisions(...),
            'driver.model' => self::drivers(...),
        ];
    }

    /** @param  array<string, mixed>  $in */
    private static function bars(array $in): PriceBars
    {
        $of = static fn (string $name): ?array => isset($in[$name]) ? self::floats($in[$name]) : null;

        return new PriceBars(self::days($in['dates']), self::floats($in['close']), $of('high'), $of('low'), $of('open'), $of('volume'));
    }

    /**
     * @param  list<string>  $dates
     * @return list<int>
     */
    private static function days(array $dates): array
    {
        return array_map(Day::parse(...), $dates);
    }

    /**
     * @param  array<array-key, int|float|null>  $values
     * @return list<?float>
     */
    private static function floats(array $values): array
    {
        return array_map(static fn (int|float|null $x): ?float => $x === null ? null : (float) $x, array_values($values));
    }

    private static function float(int|float|null $x): ?float
    {
        return $x === null ? null : (float) $x;
    }

    private static function date(?int $day): ?string
    {
        return $day === null ? null : Day::iso($day);
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function resample(array $in): array
    {
        $asOf = Day::parse($in['as_of'] ?? $in['dates'][count($in['dates']) - 1]);

        return [
            'bars' => array_map(
                static fn (PriceBar $bar): array => [
                    'period' => $bar->span,
                    'first_date' => Day::iso($bar->first),
                    'last_date' => Day::iso($bar->last),
                    'open' => $bar->open,
                    'high' => $bar->high,
                    'low' => $bar->low,
                    'close' => $bar->close,
                    'volume' => $bar->volume,
                    'days' => $bar->days,
                    'finished' => $bar->finished,
                ],
                self::bars($in)->resampled($in['period'], $asOf),
            ),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function levels(array $in): array
    {
        $levels = PriceLevels::of(self::bars($in), $in['k'], $in['atr_n'], (float) $in['cluster_atr']);
        $near = static fn (?PriceLevel $level): ?array => $level === null
            ? null
            : [
                'price' => $level->price,
                'touches' => $level->touches(),
                'last_touch' => Day::iso($level->last),
                'distance_percent' => $levels->distance($level)['percent'],
                'distance_atr' => $levels->distance($level)['ranges'],
            ];

        return [
            'last_close' => $levels->close,
            'atr' => $levels->range,
            'swings' => $levels->swings,
            'levels' => array_map(
                static fn (PriceLevel $level): array => [
                    'price' => $level->price,
                    'touches' => $level->touches(),
                    'highs' => $level->highs,
                    'lows' => $level->lows,
                    'first_touch' => Day::iso($level->first),
                    'last_touch' => Day::iso($level->last),
                ],
                $levels->levels,
            ),
            'support' => $near($levels->support()),
            'resistance' => $near($levels->resistance()),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function trend(array $in): array
    {
        $trend = PriceTrend::of(self::bars($in), $in['k']);

        return [
            'trend' => $trend->state,
            'confirmed_index' => $trend->position,
            'confirmed_date' => self::date($trend->since),
            'last_high' => $trend->lastHigh,
            'previous_high' => $trend->highBefore,
            'last_low' => $trend->lastLow,
            'previous_low' => $trend->lowBefore,
            'change_price' => $trend->change,
            'crossed' => $trend->crossed,
        ];
    }

    /**
     * @param  list<string>  $dates
     * @param  array<array-key, int|float|null>  $closes
     * @return array{list<int>, list<float>}
     */
    private static function known(array $dates, array $closes): array
    {
        $bars = new PriceBars(self::days($dates), self::floats($closes));

        return [$bars->days, $bars->closes];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function investedSum(array $in): array
    {
        $events = static fn (array $of, string $value): array => array_map(
            static fn (array $event): array => [Day::parse($event['ex_date']), (float) $event[$value]],
            $of,
        );
        [$days, $closes] = self::known($in['dates'], $in['closes']);
        $sum = InvestedSum::of(
            $days,
            $closes,
            new CorporateActions($events($in['splits'], 'ratio'), $events($in['dividends'], 'amount')),
            (float) $in['amount'],
            isset($in['start_date']) ? Day::parse($in['start_date']) : 0,
            isset($in['end_date']) ? Day::parse($in['end_date']) : 99991231,
        );
        $value = static fn (?float $of): array => [
            'value' => $of,
            'total_return' => $sum === null || $of === null ? null : $of / $sum->amount - 1,
            'cagr' => $sum === null || $of === null ? null : $sum->annual($of),
        ];

        return [
            'purchase_date' => self::date($sum?->from),
            'purchase_close' => $sum?->close,
            'shares_bought' => $sum?->bought,
            'end_date' => self::date($sum?->to),
            'reinvested' => ['shares' => $sum?->shares, ...$value($sum?->value)],
            'dividends_as_cash' => [
                'shares' => $sum?->held,
                'cash' => $sum?->cash,
                ...$value($sum === null ? null : $sum->priceOnly + $sum->cash),
            ],
            'price_only' => $value($sum?->priceOnly),
            'years' => array_map(
                static fn (array $year): array => [
                    'year' => $year['year'],
                    'from' => Day::iso($year['from']),
                    'to' => Day::iso($year['to']),
                    'reinvested_value' => $year['reinvested'],
                    'price_only_value' => $year['price_only'],
                    'dividends' => $year['dividends'],
                    'return_reinvested' => $year['return_reinvested'],
                    'return_price_only' => $year['return_price_only'],
                ],
                $sum->years ?? [],
            ),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function reaction(array $in): array
    {
        [$days, $closes] = self::known($in['dates'], $in['closes']);
        $reaction = Reaction::of(
            $days,
            $closes,
            array_combine(...self::known($in['index_dates'], $in['index_closes'])),
            Day::parse($in['event_date']),
            $in['after_close'],
            $in['horizons'],
        );

        return [
            'reaction_date' => self::date($reaction->day),
            'base_date' => self::date($reaction->before),
            'base_close' => $reaction->base,
            'reactions' => array_map(
                static fn (int $horizon): array => [
                    'days' => $horizon,
                    'date' => self::date($reaction->after[$horizon]['day']),
                    'return' => $reaction->after[$horizon]['return'],
                    'index_return' => $reaction->after[$horizon]['index'],
                    'excess' => $reaction->after[$horizon]['excess'],
                ],
                $in['horizons'],
            ),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function drawdowns(array $in): array
    {
        [$days, $closes] = self::known($in['dates'], $in['closes']);
        $episodes = DrawdownEpisode::all($days, $closes, (float) $in['threshold']);

        return [
            'periods' => array_map(
                static fn (DrawdownEpisode $of): array => [
                    'peak_date' => Day::iso($of->peak),
                    'peak_close' => $of->peakClose,
                    'trough_date' => Day::iso($of->trough),
                    'trough_close' => $of->troughClose,
                    'recovery_date' => self::date($of->recovery),
                    'depth' => $of->depth(),
                    'days_to_trough' => $of->daysToTrough(),
                    'days_to_recovery' => $of->daysToRecovery(),
                ],
                $episodes,
            ),
            'count' => count($episodes),
            'current_drawdown' => $closes === [] ? null : $closes[count($closes) - 1] / max($closes) - 1,
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function downturn(array $in): array
    {
        $price = static function (array $known, array $period): ?array {
            $fall = Downturn::ofPrice($known[0], $known[1], Day::parse($period['start']), Day::parse($period['end']));

            return $fall === null
                ? null
                : [
                    'change' => $fall['change'],
                    'peak_date' => self::date($fall['peak']),
                    'trough_date' => self::date($fall['trough']),
                    'years_to_recover' => $fall['years'],
                ];
        };
        $figure = static function (string $line, array $period) use ($in): ?array {
            $fall = Downturn::ofFigure(
                array_map(
                    static fn (array $year): array => [
                        'start' => Day::parse($year['start']),
                        'end' => Day::parse($year['end']),
                        'value' => self::float($year[$line]),
                    ],
                    $in['fiscal_years'],
                ),
                Day::parse($period['start']),
                Day::parse($period['end']),
            );

            return $fall === null
                ? null
                : [
                    'base_year_end' => Day::iso($fall['base_end']),
                    'base' => $fall['base'],
                    'lowest_year_end' => Day::iso($fall['lowest_end']),
                    'lowest' => $fall['lowest'],
                    'change' => $fall['change'],
                    'years_to_recover' => $fall['years'],
                ];
        };

        return [
            'periods' => array_map(
                static fn (array $period): array => [
                    'name' => $period['name'],
                    'price' => $price(self::known($in['dates'], $in['closes']), $period),
                    'index' => $price(self::known($in['index_dates'], $in['index_closes']), $period),
                    'sales' => $figure('sales', $period),
                    'earnings_per_share' => $figure('earnings_per_share', $period),
                    'dividend_per_share' => $figure('dividend_per_share', $period),
                ],
                $in['periods'],
            ),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function valueLine(array $in): array
    {
        $year = static fn (array $of): array => [
            'end' => Day::parse($of['end']),
            'basis' => self::float($of['basis']),
            'price' => self::float($of['price'] ?? null),
        ];
        $line = ValueLine::of(
            array_map($year, $in['fiscal_years']),
            array_map($year, $in['consensus']),
            $in['n'],
            $in['rule'],
            (float) ($in['trim'] ?? 0.0),
            self::float($in['own_multiple'] ?? null),
        );

        return [
            'multiples' => array_map(
                static fn (array $of): array => ['end' => Day::iso($of['end']), 'multiple' => $of['multiple']],
                $line->multiples,
            ),
            'years_used' => $line->used,
            'normal_multiple' => $line->normal,
            'lower_multiple' => $line->lower,
            'upper_multiple' => $line->upper,
            'points' => array_map(
                static fn (array $of): array => [...$of, 'end' => Day::iso($of['end']), 'consensus' => $of['expected']],
                $line->points,
            ),
            'line' => array_map(static fn (string $date): array => ['date' => $date, ...$line->at(Day::parse($date))], $in['at']),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function returnGrid(array $in): array
    {
        $grid = new ReturnGrid(
            (float) $in['price'],
            Day::parse($in['price_date']),
            Day::parse($in['exit_date']),
            array_map(static fn (array $of): array => [Day::parse($of['date']), self::float($of['amount'])], $in['dividends']),
        );

        return [
            'dividends_collected' => $grid->collected(),
            'dividends_missing' => $grid->missing,
            'bases' => array_map(static function (array $basis) use ($grid): array {
                $cells = array_map(
                    static fn (int|float $multiple): array => $grid->at(self::float($basis['value']), (float) $multiple),
                    $basis['multiples'],
                );

                return [
                    'exit_prices' => array_column($cells, 'exit'),
                    'annual_returns' => array_column($cells, 'annual'),
                    'price_only' => array_column($cells, 'price_only'),
                ];
            }, $in['bases']),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function revisions(array $in): array
    {
        $revisions = new Revisions(
            array_map(
                static fn (array $of): array => [
                    'day' => Day::parse($of['date']),
                    'year' => $of['year'],
                    'mean' => self::float($of['mean']),
                ],
                $in['snapshots'],
            ),
        );
        $asOf = Day::parse($in['as_of']);
        $surprises = [];
        foreach ($in['actuals'] as $report) {
            $day = Day::parse($report['report_date']);
            if ($day <= $asOf) {
                $surprises[] = [...$report, ...$revisions->surprise($report['year'], $day, self::float($report['actual']))];
            }
        }

        return [
            'years' => array_map(
                static fn (int $year): array => [
                    'year' => $year,
                    'current' => $revisions->on($year, $asOf)['mean'] ?? null,
                    'snapshot_date' => self::date($revisions->on($year, $asOf)['day'] ?? null),
                    'revisions' => array_map(
                        static fn (int $days): array => ['days' => $days, ...$revisions->over($year, $asOf, $days)],
                        $in['windows'],
                    ),
                ],
                $revisions->years($asOf),
            ),
            'surprises' => $surprises,
        ];
    }

    /** @param  array<string, mixed>  $of */
    public static function rule(array $of): Rule
    {
        return match ($of['rule']) {
            'constant' => Rule::constant((float) $of['value']),
            'values' => Rule::values(self::floats($of['values'])),
            'step' => Rule::step((float) $of['start'], (float) $of['step']),
            'fade' => Rule::fade((float) $of['from'], (float) $of['to'], $of['years'] ?? null),
            'mean' => Rule::mean($of['exclude'] ?? []),
            'median' => Rule::median($of['exclude'] ?? []),
        };
    }

    /** @param  array<string, mixed>  $of */
    private static function segment(array $of): SegmentModel
    {
        $drivers = array_map(
            static fn (array $driver): Driver => isset($driver['level'])
                ? Driver::level(self::rule($driver['level']))
                : Driver::growing((float) $driver['start'], self::rule($driver['growth'])),
            $of['drivers'],
        );

        return match ($of['method']) {
            'units_price' => SegmentModel::unitsAndPrice($drivers['units'], $drivers['price']),
            'capacity' => SegmentModel::capacity($drivers['capacity'], $drivers['utilisation'], $drivers['price']),
            'customers' => SegmentModel::customers($drivers['customers'], $drivers['revenue_each']),
        };
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function drivers(array $in): array
    {
        $model = new DriverModel(
            count($in['years']),
            array_map(static fn (array $company): array => array_map(self::segment(...), $company['segments']), $in['companies']),
        );
        $companies = [];
        foreach ($model->segments as $company => $segments) {
            $companies[$company] = ['segments' => $segments, 'revenue' => $model->revenue($company)];
        }
        $implied = $in['implied'] ?? null;
        $sensitivity = $in['sensitivity'] ?? null;

        return [
            'companies' => $companies,
            'market' => isset($in['market']) ? $model->market($in['market']) : null,
            'implied' => $implied === null
                    ? null
                    : $model->implied(
                        $implied['company'],
                        $implied['segment'],
                        self::floats($implied['revenue']),
                        isset($implied['price']) ? self::floats($implied['price']) : null,
                    ),
            'sensitivity' => $sensitivity === null
                    ? null
                    : $model->sensitivity(
                        $sensitivity['company'],
                        self::floats($sensitivity['gross_margin']),
                        self::floats($sensitivity['operating_expenses']),
                        self::floats($sensitivity['interest']),
                        (float) $sensitivity['tax_rate'],
                        self::floats($sensitivity['shares']),
                        array_map(floatval(...), $sensitivity['points']),
                    ),
        ];
    }
}
