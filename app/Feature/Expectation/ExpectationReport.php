<?php

declare(strict_types=1);

namespace App\Feature\Expectation;

use App\Evaluation\FigureReport;
use App\Models\HouseEstimate;
use App\Models\Rating;
use App\Storage\BrokerNotes;
use Logion\Expectation\HouseAdvice;
use Logion\Expectation\Revisions;
use Logion\Expectation\TargetRecord;
use Logion\Figure\Unit;
use Logion\Metric\CompanyScope;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Logion\Time\TradingDays;

/** What those who follow a company expect of it, how that moved, and how good it was. */
final readonly class ExpectationReport
{
    public const LINES = ['revenue', 'ebitda', 'earnings_per_share_diluted', 'dividends_per_share'];

    private const EARNINGS = 'earnings_per_share_diluted';

    /** What follows from what is expected, each with its working. */
    private const FIGURES = [
        'forward_price_to_earnings',
        'forward_price_earnings_to_growth',
        'price_earnings_to_growth',
        'estimated_earnings_growth_next_year',
        'revision_breadth_30d',
        'target_price_upside',
        'analyst_buy_share',
        'estimate_dispersion',
    ];

    private const AHEAD = 3;

    /** Calendar days over which revisions are told. */
    private const WINDOWS = [30, 90, 180];

    private const QUARTERS = 12;

    private const QUARTERS_AHEAD = 4;

    private const YEARS = 5;

    private const MOST_NOTES = 30;

    /** @param  array<string, array<int, array{id: int, value: float, note: string, on_day: int}>>  $own  by line and fiscal year */
    public function __construct(private CompanyScope $scope, private BrokerNotes $brokerNotes, private array $own)
    {
    }

    /** @return array<string, mixed> */
    public function report(): array
    {
        $said = $this->said();
        $targets = $this->observed('target_price_mean');
        $targets = $targets === [] ? array_map(static fn (array $of): array => [$of['day'], $of['mean']], $said) : $targets;

        return [
            'currency' => $this->scope->company->reportingCurrency,
            'trading_currency' => $this->scope->company->tradingCurrency,
            'figures' => (new FigureReport($this->scope))->metrics(self::FIGURES),
            'years' => $this->years(),
            'lines' => array_map($this->line(...), self::LINES),
            'quarters' => $this->quarters(),
            'paths' => (new FigureReport($this->scope))->expectedEarnings($this->years(), self::YEARS),
            'revisions' => $this->revisions(),
            'surprises' => $this->surprises(),
            'ratings' => $this->ratings($said),
            'targets' => $this->targets($targets, $said),
            'record' => $this->record($targets),
            'houses' => $this->houses(),
            'notes' => $this->notes(),
        ];
    }

    /** @return list<int> the last fiscal year that was told, and those after it */
    private function years(): array
    {
        $latest = $this->scope->facts->latestYear();

        return $latest === null ? [] : range($latest, $latest + self::AHEAD);
    }

    /** @return array<string, mixed> what was told of the last year and is expected of the next ones */
    private function line(string $line): array
    {
        $before = null;
        $years = [];
        foreach ($this->years() as $i => $year) {
            $period = FiscalPeriod::year($year);
            $consensus = $i === 0 ? null : $this->consensus($line, $period);
            $mean = $i === 0 ? $this->told($line, $year) : $consensus['mean'] ?? null;
            $years[] = [
                'year' => $year,
                'told' => $i === 0,
                'mean' => $mean,
                'high' => $consensus['high'] ?? null,
                'low' => $consensus['low'] ?? null,
                'houses' => $consensus['houses'] ?? null,
                'as_of' => $consensus['as_of'] ?? null,
                'growth' => $mean !== null && $before !== null && $before > 0 ? $mean / $before - 1 : null,
                'own' => $i === 0 ? null : $this->own($line, $year, $mean),
            ];
            $before = $mean;
        }

        return [
            'key' => $line,
            'label' => $this->scope->catalogue->label($line),
            'unit' => $this->scope->catalogue->unit($line)->value,
            'years' => $years,
        ];
    }

    /** @return array{id: int, value: float, note: string, on_day: string, beside: float|null}|null what the reader expects */
    private function own(string $line, int $year, ?float $mean): ?array
    {
        $own = $this->own[$line][$year] ?? null;

        return $own === null
            ? null
            : [...$own, 'on_day' => Day::iso($own['on_day']), 'beside' => $mean !== null && $mean > 0 ? $own['value'] / $mean - 1 : null];
    }

    /** @return list<array<string, mixed>> coming quarters of which a house tells what it expects, beside the same quarter a year before */
    private function quarters(): array
    {
        $latest = $this->scope->facts->latestQuarter();
        $rows = [];
        for ($ahead = 1; $latest !== null && $ahead <= self::QUARTERS_AHEAD; $ahead++) {
            $quarter = FiscalPeriod::shiftQuarters($latest, $ahead);
            foreach (['revenue', self::EARNINGS] as $line) {
                $consensus = $this->consensus($line, $quarter);
                if ($consensus === null) {
                    continue;
                }
                $before = $this->scope->facts->value($line, $quarter - 10);
                $rows[] = [
                    'quarter' => FiscalPeriod::label($quarter),
                    'key' => $line,
                    'label' => $this->scope->catalogue->label($line),
                    'unit' => $this->scope->catalogue->unit($line)->value,
                    ...$consensus,
                    'year_before' => $before,
                    'growth' => $before !== null && $before > 0 ? $consensus['mean'] / $before - 1 : null,
                ];
            }
        }

        return $rows;
    }

    /** @return array{mean: float, low: float, high: float, houses: int, as_of: string}|null of a period, on the shares of the day */
    private function consensus(string $line, int $period): ?array
    {
        $told = $this->scope->company->expectations->consensus($line, $period, $this->scope->asOf);
        if ($told === null) {
            return null;
        }
        $ratio = $this->splitsSince($line, $told['day']);

        return [
            'mean' => $told['mean'] / $ratio,
            'low' => $told['low'] / $ratio,
            'high' => $told['high'] / $ratio,
            'houses' => (int) $told['count'],
            'as_of' => Day::iso($told['day']),
        ];
    }

    private function told(string $line, int $year): ?float
    {
        $value = $this->scope->value($this->scope->catalogue->parse($line), $this->scope->moments->year($year));

        return is_float($value) ? $value : null;
    }

    /** @return list<array<string, mixed>> */
    private function revisions(): array
    {
        $rows = [];
        foreach (['revenue', self::EARNINGS] as $line) {
            foreach (array_slice($this->years(), 1, 2) as $year) {
                $period = FiscalPeriod::year($year);
                $revisions = $this->expected($line, $period);
                $now = $revisions->on($period, $this->scope->asOf);
                if ($now !== null) {
                    $rows[] = [
                        'line' => $this->scope->catalogue->label($line),
                        'unit' => $this->scope->catalogue->unit($line)->value,
                        'year' => $year,
                        'now' => $now['mean'],
                        'windows' => array_map(
                            fn (int $days): array => ['days' => $days, ...$revisions->over($period, $this->scope->asOf, $days)],
                            self::WINDOWS,
                        ),
                    ];
                }
            }
        }

        return $rows;
    }

    /** @return list<array<string, mixed>> quarters that were told, beside what was expected the day before, the latest first */
    private function surprises(): array
    {
        $rows = [];
        $latest = $this->scope->facts->latestQuarter();
        for ($ago = 0; $latest !== null && $ago < self::QUARTERS; $ago++) {
            $quarter = FiscalPeriod::shiftQuarters($latest, -$ago);
            $fact = $this->scope->facts->fact(self::EARNINGS, $quarter);
            if ($fact === null) {
                continue;
            }
            $actual = $this->scope->facts->value(self::EARNINGS, $quarter);
            $surprise = $this->expected(self::EARNINGS, $quarter)->surprise($quarter, $fact->filedOn, $actual);
            $rows[] = [
                'quarter' => FiscalPeriod::label($quarter),
                'told_on' => Day::iso($fact->filedOn),
                'actual' => $actual,
                ...$surprise,
            ];
        }

        return $rows;
    }

    private function expected(string $line, int $period): Revisions
    {
        return Revisions::of($period, $this->scope->expectedPath($line, $period, 0));
    }

    /**
     * What houses said one by one, month by month, for those of which nobody counts it.
     *
     * @return list<array{day: int, buy: int, hold: int, sell: int, mean: float, high: float, low: float}>
     */
    private function said(): array
    {
        $notes = [];
        foreach (Rating::query()->of($this->scope->company->id, $this->scope->asOf)->get() as $row) {
            $notes[] = [
                'house' => (string) $row->house,
                'day' => (int) $row->day,
                'rating' => (string) $row->rating,
                'target' => $row->target / $this->scope->prices->actions->splitRatio((int) $row->day, $this->scope->asOf),
            ];
        }
        $since = Day::monthsEarlier($this->scope->asOf, 12 * self::YEARS);

        return array_values(
            array_filter(HouseAdvice::monthly($notes, $this->scope->asOf), static fn (array $of): bool => $of['day'] >= $since),
        );
    }

    /**
     * @param  list<array{day: int, buy: int, hold: int, sell: int, mean: float, high: float, low: float}>  $said
     * @return array<string, list<mixed>> how many advise what, through time
     */
    private function ratings(array $said): array
    {
        if ($this->observed('analysts_buy') === []) {
            $of = static fn (string $advice): array => array_map(floatval(...), array_column($said, $advice));

            return [
                'days' => array_map(Day::iso(...), array_column($said, 'day')),
                'buy' => $of('buy'),
                'hold' => $of('hold'),
                'sell' => $of('sell'),
            ];
        }
        $counts = array_map($this->observed(...), ['buy' => 'analysts_buy', 'hold' => 'analysts_hold', 'sell' => 'analysts_sell']);
        $days = array_column($counts['buy'], 0);
        $ratings = ['days' => array_map(Day::iso(...), $days)];
        foreach ($counts as $name => $of) {
            $byDay = array_column($of, 1, 0);
            $ratings[$name] = array_map(static fn (int $day): ?float => $byDay[$day] ?? null, $days);
        }

        return $ratings;
    }

    /**
     * @param  list<array{int, float}>  $means
     * @param  list<array{day: int, buy: int, hold: int, sell: int, mean: float, high: float, low: float}>  $said
     * @return array<string, list<mixed>> mean, high and low target through time, beside the close of the day
     */
    private function targets(array $means, array $said): array
    {
        $days = array_column($means, 0);
        $prices = $this->scope->prices;
        $at = static fn (int $day): int => TradingDays::lastUntil($prices->days, $day);
        $of = fn (string $name, string $word): array => array_column($this->observed($name), 1, 0) ?: array_column($said, $word, 'day');
        [$high, $low] = [$of('target_price_high', 'high'), $of('target_price_low', 'low')];

        return [
            'days' => array_map(Day::iso(...), $days),
            'mean' => array_column($means, 1),
            'high' => array_map(static fn (int $day): ?float => $high[$day] ?? null, $days),
            'low' => array_map(static fn (int $day): ?float => $low[$day] ?? null, $days),
            'close' => array_map(static fn (int $day): ?float => $at($day) < 0 ? null : $prices->closes[$at($day)], $days),
        ];
    }

    /**
     * @param  list<array{int, float}>  $means
     * @return array{made: int, reached: int, error: float|null, size: float|null}
     */
    private function record(array $means): array
    {
        $record = TargetRecord::of($means, $this->scope->prices->days, $this->scope->prices->closes);

        return [
            'made' => $record->made,
            'reached' => $record->reached,
            'error' => Descriptive::median($record->errors),
            'size' => Descriptive::median(array_map(abs(...), $record->errors)),
        ];
    }

    /** @return list<array<string, mixed>> what each house said last */
    private function houses(): array
    {
        $next = $this->years()[1] ?? 0;
        $houses = [];
        foreach (Rating::query()->of($this->scope->company->id, $this->scope->asOf)->get() as $row) {
            $houses[$row->house] ??= [
                'house' => (string) $row->house,
                'rating' => (string) $row->rating,
                'target' => $row->target / $this->scope->prices->actions->splitRatio((int) $row->day, $this->scope->asOf),
                'rated_on' => Day::iso((int) $row->day),
                'earnings' => null,
                'said_on' => null,
            ];
        }
        $said = HouseEstimate::query()
            ->of($this->scope->company->id, $this->scope->asOf)
            ->where('period', FiscalPeriod::year($next))
            ->get();
        foreach ($said as $row) {
            if (isset($houses[$row->house]) && $houses[$row->house]['said_on'] === null) {
                $houses[$row->house]['earnings'] =
                    (float) $row->getAttribute('earnings_per_share') / $this->splitsSince(self::EARNINGS, (int) $row->day);
                $houses[$row->house]['said_on'] = Day::iso((int) $row->day);
            }
        }
        ksort($houses);

        return array_values($houses);
    }

    /** @return list<array{day: string, title: string, text: string}> */
    private function notes(): array
    {
        return array_map(
            static fn (array $of): array => ['day' => Day::iso($of['day']), 'title' => $of['title'], 'text' => $of['text']],
            $this->brokerNotes->of($this->scope->company->id, $this->scope->asOf, self::MOST_NOTES),
        );
    }

    /** @return list<array{int, float}> day and value of what was observed in the last years, on the share basis of the day */
    private function observed(string $name): array
    {
        $known = $this->scope->company->observations[$name] ?? ['days' => [], 'values' => []];
        $isPrice = $this->scope->catalogue->unit($name) === Unit::MoneyPerShare;
        $since = Day::monthsEarlier($this->scope->asOf, 12 * self::YEARS);
        $observed = [];
        foreach ($known['days'] as $i => $day) {
            if ($day <= $this->scope->asOf && $day >= $since) {
                $ratio = $isPrice ? $this->scope->prices->actions->splitRatio($day, $this->scope->asOf) : 1.0;
                $observed[] = [$day, $known['values'][$i] / $ratio];
            }
        }

        return $observed;
    }

    private function splitsSince(string $line, int $day): float
    {
        return $this->scope->catalogue->unit($line) === Unit::MoneyPerShare
            ? $this->scope->prices->actions->splitRatio($day, $this->scope->asOf)
            : 1.0;
    }
}
