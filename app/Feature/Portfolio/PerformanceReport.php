<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Evaluation\EvaluationContext;
use App\Models\Portfolio;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use App\Storage\Holding\Held;
use App\Storage\Holding\HeldPrices;
use App\Storage\Holding\HeldSecurities;
use App\Storage\Holding\PortfolioBook;
use App\Storage\Holding\PortfolioBooks;
use Closure;
use Logion\Market\PriceSeries;
use Logion\Market\Returns;
use Logion\Market\Risk\BetaSample;
use Logion\Portfolio\ClosingPrices;
use Logion\Portfolio\MoneyWeightedReturn;
use Logion\Portfolio\Performance;
use Logion\Portfolio\PeriodContribution;
use Logion\Portfolio\PortfolioHistory;
use Logion\Portfolio\SameFlows;
use Logion\Portfolio\TimeWeightedReturn;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/** What a portfolio returned through time, beside an index that received the same flows, and what of it added what. */
final readonly class PerformanceReport
{
    /** So many of the largest positions are correlated, by their daily returns of a year. */
    private const CORRELATED = 8;

    private const YEAR = 12;

    /** Weeks of two years, for the beta. */
    private const WEEKS = 104;

    public function __construct(
        private PortfolioBooks $books,
        private HeldSecurities $securities,
        private HeldPrices $prices,
        private CompanyReader $companies,
        private EconomyReader $economy,
        private PortfolioReport $report,
    ) {
    }

    /**
     * @param  int|null  $from  day YYYYMMDD the period begins after; the first transaction if null
     * @return array<string, mixed>
     */
    public function of(Portfolio $portfolio, EvaluationContext $context, ?int $from): array
    {
        $day = $context->day;
        $book = $this->books->of($portfolio, $day);
        $owner = $context->user ?? throw new \LogicException('A portfolio has an owner.');
        $held = $this->securities->of($owner, $book->securities, $day);
        $prices = $this->prices->all($held, $day);
        $rate = $this->report->rates($portfolio->currency);
        $index = $portfolio->index_id === null ? null : $this->companies->prices($portfolio->index_id)->asOf($day);
        $history = PortfolioHistory::of(
            $book->movements,
            $prices,
            $this->tradingDays($prices, $index),
            $rate,
            $day,
            $portfolio->keeps_cash,
        );
        $period = $this->period($history, $from);
        if ($period === null) {
            return $this->nothing($portfolio, $day);
        }
        [$days, $values, $flows, $start] = $period;
        $first = $days[0];
        $rows = array_map(
            static fn (int $on, ?float $value, float $flow): array => ['day' => $on, 'value' => $value, 'flow' => $flow],
            $days,
            $values,
            $flows,
        );
        $time = TimeWeightedReturn::of([['day' => $start, 'value' => $period[4], 'flow' => 0.0], ...$rows]);
        $line = self::line($time->returns);
        $last = array_key_last($days);
        $money =
            $values[$last] === null || $period[4] === null
                ? null
                : MoneyWeightedReturn::of(
                    $start,
                    $period[4],
                    array_map(static fn (int $on, float $flow): array => [$on, $flow], $days, $flows),
                    $days[$last],
                    $values[$last],
                );
        $beside = $index === null ? null : $this->beside($index, $start, $days, $flows, $period[4]);
        $contribution = PeriodContribution::of($book->movements, $prices, $rate, $start, $days[$last], $portfolio->keeps_cash);
        $known = array_filter($line, static fn (?float $of): bool => $of !== null);
        $bills = array_filter(
            array_map(fn (int $on): ?float => $this->economy->read()->at('bill_rate', $on), $days),
            static fn (?float $of): bool => $of !== null,
        );
        $riskFree = $bills === [] ? 0.0 : array_sum($bills) / count($bills);
        $performance = Performance::of(
            array_map(static fn (int $i): int => $days[$i], array_keys($known)),
            array_values($known),
            $riskFree,
            1.0,
        );

        return [
            'as_of' => Day::iso($day),
            'from' => Day::iso($first),
            'currency' => $portfolio->currency,
            'index' => $portfolio->index_id === null ? null : PortfolioResource::summary($portfolio)['index'],
            'days' => array_map(Day::iso(...), $days),
            'values' => self::short($values),
            'flows' => self::short($flows),
            'line' => self::short($line),
            'index_line' => $beside === null ? null : self::short($beside['line']),
            'same_flows' => $beside === null ? null : self::short($beside['worth']),
            'gain' => $contribution->gain,
            'paid_in' => array_sum($flows),
            'time_weighted' => ['total' => $time->total, 'annual' => $time->annualised],
            'money_weighted' => ['total' => $money?->period, 'annual' => $money?->annual],
            'index_return' => $beside['return'] ?? null,
            'index_money_weighted' => $beside['money'] ?? null,
            'years' => array_map(
                fn (array $year): array => [
                    ...$year,
                    'index' => $index === null ? null : self::ofYear($index, $year['year'], $start, $day),
                ],
                $time->years,
            ),
            'contributions' => $this->contributions($contribution, $held),
            'average_capital' => $contribution->capital,
            'dietz_return' => $contribution->return,
            'risk' => [
                'volatility' => $performance->volatility,
                'drawdown' => $performance->drawdown['depth'],
                'drawdown_from' => self::iso($performance->drawdown['peak']),
                'drawdown_to' => self::iso($performance->drawdown['trough']),
                'recovered_on' => self::iso($performance->drawdown['recovery']),
                'beta' => $this->beta($days, $line, $index, $day),
                'sharpe' => $performance->sharpe,
                'correlations' => $this->correlations($book, $held, $prices, $rate, $day),
            ],
        ];
    }

    /** @return array<string, mixed> */
    private function nothing(Portfolio $portfolio, int $day): array
    {
        return [
            'as_of' => Day::iso($day),
            'from' => null,
            'currency' => $portfolio->currency,
            'index' => null,
            'days' => [],
            'values' => [],
            'flows' => [],
            'line' => [],
            'index_line' => null,
            'same_flows' => null,
            'gain' => null,
            'paid_in' => 0.0,
            'time_weighted' => ['total' => null, 'annual' => null],
            'money_weighted' => ['total' => null, 'annual' => null],
            'index_return' => null,
            'index_money_weighted' => null,
            'years' => [],
            'contributions' => [],
            'average_capital' => null,
            'dietz_return' => null,
            'risk' => [
                'volatility' => null,
                'drawdown' => null,
                'drawdown_from' => null,
                'drawdown_to' => null,
                'recovered_on' => null,
                'beta' => null,
                'sharpe' => null,
                'correlations' => ['names' => [], 'rows' => []],
            ],
        ];
    }

    /**
     * The part of the history after a day, with the day it starts on and what it was worth then.
     *
     * @return array{list<int>, list<?float>, list<float>, int, ?float}|null
     */
    private function period(PortfolioHistory $history, ?int $from): ?array
    {
        $begin = $from === null ? 0 : TradingDays::lastUntil($history->days, $from) + 1;
        if ($begin >= count($history->days)) {
            return null;
        }

        return [
            array_slice($history->days, $begin),
            array_slice($history->values, $begin),
            array_slice($history->flows, $begin),
            $begin === 0 ? Day::plus($history->days[0], -1) : $history->days[$begin - 1],
            $begin === 0 ? 0.0 : $history->values[$begin - 1],
        ];
    }

    /**
     * What one became, day by day.
     *
     * @param  list<?float>  $returns  that of the start first
     * @return list<?float>
     */
    private static function line(array $returns): array
    {
        $level = 1.0;
        $line = [];
        foreach (array_slice($returns, 1) as $return) {
            $level *= 1 + ($return ?? 0.0);
            $line[] = $level;
        }

        return $line;
    }

    /**
     * @param  list<int>  $days
     * @param  list<float>  $flows
     * @return array{line: list<?float>, worth: list<?float>, return: ?float, money: ?float}
     */
    private function beside(PriceSeries $index, int $start, array $days, array $flows, ?float $worth): array
    {
        $at = TradingDays::lastUntil($index->days, $start);
        // Before its first day a portfolio has no return to be set against: the index starts with it.
        $base = $at < 0 || $worth === 0.0 ? null : $index->closes[$at];
        $first = TradingDays::lastUntil($index->days, $days[0]);
        $base ??= $first < 0 ? null : $index->closes[$first];
        $line = array_map(static function (int $day) use ($index, $base): ?float {
            $at = TradingDays::lastUntil($index->days, $day);

            return $at < 0 || $base === null ? null : $index->closes[$at] / $base;
        }, $days);
        $worths = SameFlows::of([$start, ...$days], [$worth ?? 0.0, ...$flows], $index->days, $index->closes);
        $worths = $worth === null ? array_fill(0, count($days), null) : array_slice($worths, 1);
        $end = $worths[array_key_last($worths)];
        $money =
            $end === null || $worth === null
                ? null
                : MoneyWeightedReturn::of(
                    $start,
                    $worth,
                    array_map(static fn (int $on, float $flow): array => [$on, $flow], $days, $flows),
                    $days[array_key_last($days)],
                    $end,
                );
        $last = $line[array_key_last($line)];

        return ['line' => $line, 'worth' => $worths, 'return' => $last === null ? null : $last - 1, 'money' => $money?->annual];
    }

    /**
     * @param  list<int>  $days
     * @param  list<?float>  $line
     */
    private function beta(array $days, array $line, ?PriceSeries $index, int $day): ?float
    {
        if ($index === null || in_array(null, $line, true)) {
            return null;
        }

        /** @var list<float> $line */
        return BetaSample::of(new PriceSeries($days, $line), $index, $day, BetaSample::WEEK, self::WEEKS)->beta()?->beta;
    }

    /**
     * @param  array<string, Held>  $held
     * @return list<array<string, mixed>> the largest first, the cash at the end
     */
    private function contributions(PeriodContribution $of, array $held): array
    {
        $told = [];
        foreach ($of->positions as $key => $one) {
            if (isset($held[$key]) && $one['gain'] !== 0.0) {
                $told[] = [
                    'ticker' => $held[$key]->reference,
                    'name' => $held[$key]->name,
                    'is_company' => $held[$key]->company !== null,
                    ...$one,
                ];
            }
        }
        usort($told, static fn (array $a, array $b): int => $b['gain'] <=> $a['gain']);

        return [...$told, ['ticker' => null, 'name' => null, 'is_company' => false, ...$of->cash]];
    }

    /**
     * Of the largest positions, in the base currency.
     *
     * @param  array<string, Held>  $held
     * @param  array<string, ClosingPrices>  $prices
     * @param  Closure(string, int): ?float  $rate
     * @return array{names: list<string>, rows: list<list<?float>>}
     */
    private function correlations(PortfolioBook $book, array $held, array $prices, Closure $rate, int $day): array
    {
        $from = Day::monthsEarlier($day, self::YEAR);
        $worths = $levels = [];
        foreach ($book->holdings->held as $key => $of) {
            $worth = ($prices[$key] ?? null)?->worth($day);
            $r = $rate($of['currency'], $day);
            if ($worth !== null && $r !== null) {
                $worths[$key] = $of['quantity']->toFloat() * $worth * $r;
            }
        }
        arsort($worths);
        foreach (array_keys(array_slice($worths, 0, self::CORRELATED)) as $key) {
            $security = Held::securityOf($key);
            // Of a listed share what it returned counts, so that neither a split nor a dividend is a fall.
            $series = $security === null ? null : $this->companies->prices($security)->asOf($day);
            [$days, $closes] = $series === null ? [$prices[$key]->days, $prices[$key]->closes] : [$series->days, $series->adjusted];
            $own = [];
            for ($i = TradingDays::firstFrom($days, $from); $i < count($days); $i++) {
                $r = $rate($book->holdings->held[$key]['currency'], $days[$i]);
                if ($r !== null) {
                    $own[$days[$i]] = $closes[$i] * $r;
                }
            }
            $levels[$key] = $own;
        }
        $common = $levels === [] ? [] : array_keys(count($levels) === 1 ? reset($levels) : array_intersect_key(...array_values($levels)));
        $returns = array_map(
            static fn (array $own): array => Returns::simple(array_map(static fn (int $on): float => $own[$on], $common)),
            $levels,
        );

        return [
            'names' => array_map(static fn (string $key): string => $held[$key]->reference ?? $key, array_keys($returns)),
            'rows' => array_map(
                static fn (array $a): array => array_map(
                    static fn (array $b): ?float => count($a) < 2 ? null : Descriptive::correlation($a, $b)['correlation'],
                    array_values($returns),
                ),
                array_values($returns),
            ),
        ];
    }

    /**
     * Days on which something of it or the index was traded.
     *
     * @param  array<string, ClosingPrices>  $prices
     * @return list<int>
     */
    private function tradingDays(array $prices, ?PriceSeries $index): array
    {
        $days = $index === null ? [] : array_flip($index->days);
        $known = [];
        foreach ($prices as $of) {
            // Securities of an exchange have the same days; what is the same need not be joined again.
            if (! in_array($of->days, $known, true)) {
                $known[] = $of->days;
                $days += array_flip($of->days);
            }
        }
        ksort($days);

        return array_keys($days);
    }

    private static function ofYear(PriceSeries $index, int $year, int $start, int $until): ?float
    {
        $from = TradingDays::lastUntil($index->days, max($start, ($year - 1) * 10000 + 1231));
        $to = TradingDays::lastUntil($index->days, min($until, $year * 10000 + 1231));

        return $from < 0 || $to <= $from ? null : $index->closes[$to] / $index->closes[$from] - 1;
    }

    /**
     * What a chart can show.
     *
     * @param  list<?float>  $values
     * @return list<?float>
     */
    private static function short(array $values): array
    {
        return array_map(static fn (?float $of): ?float => $of === null ? null : (float) sprintf('%.8g', $of), $values);
    }

    private static function iso(?int $day): ?string
    {
        return $day === null ? null : Day::iso($day);
    }
}
