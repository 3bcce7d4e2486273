<?php

declare(strict_types=1);

namespace App\Feature\Results;

use App\Models\Filing;
use App\Models\Guidance;
use App\Storage\UpcomingDates;
use Logion\Expectation\Revisions;
use Logion\Formula\Moment;
use Logion\Market\Reaction;
use Logion\Metric\CompanyScope;
use Logion\Reporting\CashBurn;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** Quarters as they were told: beside what was expected, beside the year before, and how the price answered; and what comes next. */
final readonly class ResultReport
{
    private const QUARTERS = 16;

    private const EARNINGS = 'earnings_per_share_diluted';

    /** Minute of the day from which the exchanges are closed: what is told then is answered on the next trading day. */
    private const CLOSED_FROM = 17 * 60;

    private const MARGINS = ['gross_margin', 'operating_margin', 'net_margin'];

    /** Trading days after which an answer is looked at. */
    private const HORIZONS = [1, 5];

    /** @param  CompanyScope|null  $adjusted  with what its reader marked as one-off left out; null where nothing was */
    public function __construct(
        private CompanyScope $scope,
        private UpcomingDates $upcoming,
        private ?CompanyScope $adjusted = null,
    ) {
    }

    /** @return array<string, mixed> */
    public function report(): array
    {
        return [
            'currency' => $this->scope->company->reportingCurrency,
            'next' => $this->next(),
            'reports' => $this->reports(),
        ];
    }

    /** @return list<array{kind: string, on: string, announced: string, amount: float|null}> days to come that were announced by the day */
    private function next(): array
    {
        return array_map(
            static fn (array $of): array => [
                'kind' => $of['kind'],
                'on' => Day::iso($of['day']),
                'announced' => Day::iso($of['announced']),
                'amount' => $of['amount'],
            ],
            $this->upcoming->of([$this->scope->company->id], $this->scope->asOf),
        );
    }

    /** @return list<array<string, mixed>> the latest first */
    private function reports(): array
    {
        $facts = $this->scope->facts;
        $latest = $facts->latestQuarter();
        $minutes = $this->minutes();
        $guidance = $this->guidance();
        $index = $this->scope->company->index?->asOf($this->scope->asOf);
        $levels = $index === null ? [] : array_combine($index->days, $index->adjusted);
        $reports = [];
        for ($ago = 0; $latest !== null && $ago < self::QUARTERS; $ago++) {
            $quarter = FiscalPeriod::shiftQuarters($latest, -$ago);
            $fact = $facts->fact(self::EARNINGS, $quarter);
            if ($fact === null) {
                continue;
            }
            $minute = $minutes[$fact->filing] ?? null;
            $reaction = Reaction::of(
                $this->scope->prices->days,
                $this->scope->prices->adjusted,
                $levels,
                $fact->filedOn,
                $minute !== null && $minute >= self::CLOSED_FROM,
                self::HORIZONS,
            );
            $reports[] = [
                'quarter' => FiscalPeriod::label($quarter),
                'period' => $quarter,
                'told_on' => Day::iso($fact->filedOn),
                'minute' => $minute,
                'lines' => array_map(fn (string $line): array => $this->line($line, $quarter, $fact->filedOn), ['revenue', self::EARNINGS]),
                'items' => $this->items($quarter),
                'cash' => $this->cash($quarter),
                'margins' => array_map(fn (string $margin): array => $this->margin($margin, $ago), self::MARGINS),
                'answered_on' => $reaction->day === null ? null : Day::iso($reaction->day),
                'reactions' => array_map(
                    static fn (int $days): array => [
                        'days' => $days,
                        'return' => $reaction->after[$days]['return'],
                        'excess' => $reaction->after[$days]['excess'],
                    ],
                    self::HORIZONS,
                ),
                'guidance' => $guidance[$fact->filedOn] ?? [],
            ];
        }

        return $reports;
    }

    /** @return array<string, mixed> what was told, expected the day before, and told a year before */
    private function line(string $line, int $quarter, int $toldOn): array
    {
        $actual = $this->scope->facts->value($line, $quarter);
        $before = $this->scope->facts->value($line, $quarter - 10);
        $revisions = Revisions::of($quarter, $this->scope->expectedPath($line, $quarter, 0));

        return [
            'key' => $line,
            'label' => $this->scope->catalogue->label($line),
            'unit' => $this->scope->catalogue->unit($line)->value,
            'actual' => $actual,
            ...$revisions->surprise($quarter, $toldOn, $actual),
            'adjusted' => $this->adjusted?->facts->value($line, $quarter),
            'quarter_before' => $this->scope->facts->value($line, FiscalPeriod::shiftQuarters($quarter, -1)),
            'year_before' => $before,
            'growth' => $actual !== null && $before !== null && $before > 0 ? $actual / $before - 1 : null,
        ];
    }

    /** @return list<array{label: string, amount: float, note: string}> what stands between reported and adjusted */
    private function items(int $quarter): array
    {
        $items = [];
        foreach ($this->adjusted?->company->oneOffs ?? [] as $item) {
            if ($item->period === $quarter) {
                $items[] = [
                    'label' => $this->scope->catalogue->label($item->line),
                    'amount' => $item->amount,
                    'note' => $item->note,
                ];
            }
        }

        return $items;
    }

    /** @return array{free: float, cash: float, year: float|null, lasts: float|null}|null null where it is not told, or no industrial's */
    private function cash(int $quarter): ?array
    {
        $burn = $this->scope->company->template === ReportingModel::Industrial ? CashBurn::of($this->scope->facts, $quarter) : null;

        return $burn === null ? null : ['free' => $burn->free, 'cash' => $burn->cash, 'year' => $burn->year, 'lasts' => $burn->lasts()];
    }

    /**
     * @param  int  $ago  quarters since the latest one
     * @return array{key: string, label: string, actual: float|null, quarter_before: float|null, year_before: float|null}
     */
    private function margin(string $margin, int $ago): array
    {
        $node = $this->scope->catalogue->parse($margin);
        $of = function (int $ago) use ($node): ?float {
            $value = $this->scope->value($node, Moment::of('trailing')->singleQuarter($ago));

            return is_float($value) ? $value : null;
        };

        return [
            'key' => $margin,
            'label' => $this->scope->catalogue->label($margin),
            'actual' => $of($ago),
            'quarter_before' => $of($ago + 1),
            'year_before' => $of($ago + 4),
        ];
    }

    /** @return array<int, int> minute of the day at which it became public by filing, where that is known */
    private function minutes(): array
    {
        return Filing::query()
            ->where('company_id', $this->scope->company->id)
            ->whereNotNull('minute')
            ->pluck('minute', 'id')
            ->map(intval(...))
            ->all();
    }

    /** @return array<int, list<array<string, mixed>>> by the day on which it was given */
    private function guidance(): array
    {
        $given = [];
        $rows = Guidance::query()
            ->where('company_id', $this->scope->company->id)
            ->where('day', '<=', $this->scope->asOf)
            ->orderBy('id')
            ->get();
        foreach ($rows as $row) {
            $given[(int) $row->day][] = [
                'label' => $this->scope->catalogue->label((string) $row->line),
                'period' => FiscalPeriod::label((int) $row->period),
                'low' => (float) $row->low,
                'high' => (float) $row->high,
            ];
        }

        return $given;
    }
}
