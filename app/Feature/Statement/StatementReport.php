<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\FigureReport;
use App\Models\BreakdownFact;
use App\Models\Judgement;
use App\Models\OneOff;
use App\Storage\Viewpoint;
use Logion\Figure\Figure;
use Logion\Figure\Unit;
use Logion\Metric\CompanyScope;
use Logion\Reporting\LineItems;
use Logion\Reporting\Version;
use Logion\Reporting\View\AccountBreak;
use Logion\Reporting\View\Breakdown;
use Logion\Reporting\View\Breaks;
use Logion\Reporting\View\Bridge;
use Logion\Reporting\View\StatementView;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** A company's statements as the outside sees them: a statement over its periods, what breaks in it, and how its figures hang together. */
final class StatementReport
{
    /** @param  Viewpoint|null  $as  whose judgements of breaks are told */
    /** What is broken down into parts; classes of shares are told elsewhere. */
    private const AXES = ['business', 'region', 'driver', 'loans', 'securities', 'insurance', 'debt'];

    public function __construct(private readonly CompanyScope $scope, private readonly ?Viewpoint $as = null)
    {
    }

    /**
     * @param  value-of<StatementView::STATEMENTS>  $statement
     * @param  value-of<StatementView::BASES>  $basis
     * @param  value-of<StatementView::VIEWS>  $view
     * @return array<string, mixed>
     */
    public function statement(string $statement, string $basis, string $view, int $most, Version $version): array
    {
        $facts = $version === Version::Restated ? $this->scope->facts : $this->scope->company->statements($this->scope->asOf, $version);
        $restated = StatementView::restated($this->scope->company->facts, $this->scope->asOf);
        $shown = StatementView::of($facts, $statement, $basis, $view, $most, $restated);

        return [
            'currency' => $this->scope->company->reportingCurrency,
            'template' => $this->scope->company->template->value,
            'periods' => array_map(
                static fn (int $period): array => [
                    'period' => $period,
                    'label' => $basis === 'half_year' ? 'H'.intdiv($period % 10, 2).' '.intdiv($period, 10) : FiscalPeriod::label($period),
                    'end' => ($end = $facts->periodEnd($period)) === null ? null : Day::iso($end),
                ],
                $shown->periods,
            ),
            'rows' => array_map(
                static fn (array $row): array => [
                    'key' => $row['item']->key,
                    'label' => $row['item']->label,
                    'total' => $row['total'],
                    'unit' => $row['item']->unit->value,
                    'figures' => $row['figures'],
                    'marks' => $row['marks'],
                ],
                $shown->rows,
            ),
        ];
    }

    /** @return list<array<string, mixed>> breaks with what the reader decided */
    public function breaks(): array
    {
        $plain = $this->scope->company->oneOffs === [] ? $this->scope->facts : $this->scope->company->statements($this->scope->asOf);
        $dismissed = $this->judged('break:');
        $accepted =
            $this->as === null
                ? []
                : OneOff::query()
                    ->where(['user_id' => $this->as->userId, 'company_id' => $this->scope->company->id])
                    ->whereNotNull('break_key')
                    ->pluck('id', 'break_key')
                    ->all();

        return array_map(
            static fn (AccountBreak $break): array => [
                'key' => $break->key(),
                'kind' => $break->kind,
                'period' => $break->period,
                'period_label' => FiscalPeriod::label($break->period),
                'line' => $break->line,
                'line_label' => LineItems::all()[$break->line]->label,
                'sentence' => $break->sentence,
                'amount' => $break->amount,
                'mark_in' => $break->quarter ?? $break->period,
                'mark_in_label' => FiscalPeriod::label($break->quarter ?? $break->period),
                'before_tax' => $break->beforeTax,
                'state' => isset($accepted[$break->key()])
                    ? 'accepted'
                    : (isset($dismissed['break:'.$break->key()])
                        ? 'dismissed'
                        : 'open'),
                'one_off' => $accepted[$break->key()] ?? null,
                'judgement' => $dismissed['break:'.$break->key()] ?? null,
            ],
            Breaks::of($plain, $this->scope->company->facts),
        );
    }

    /**
     * @return array<string, mixed> bridges of a period, sources and uses of the years before it, working capital and book value through
     *     the years
     */
    public function bridges(?int $period): array
    {
        $facts = $this->scope->facts;
        $years = $facts->periods();
        $period = $period !== null && in_array($period, $years, true) ? $period : ($years === [] ? null : $years[count($years) - 1]);
        $latest = array_slice(array_values(array_filter($years, static fn (int $year): bool => $period !== null && $year <= $period)), -5);
        $report = new FigureReport($this->scope);
        $series = static fn (array $keys): array => array_values(
            array_filter(
                $report->throughYears($keys, array_map(static fn (int $year): int => intdiv($year, 10), $years)),
                static fn (array $row): bool => array_filter($row['figures'], static fn (Figure $of): bool => $of->isKnown()) !== [],
            ),
        );

        return [
            'currency' => $this->scope->company->reportingCurrency,
            'period' => $period,
            'period_label' => $period === null ? null : FiscalPeriod::label($period),
            'periods' => array_map(static fn (int $year): array => ['period' => $year, 'label' => FiscalPeriod::label($year)], $years),
            'bridges' => $period === null
                    ? []
                    : array_values(array_filter([Bridge::income($facts, $period), Bridge::freeCashFlow($facts, $period)])),
            'sources_and_uses' => [
                'label' => $latest === [] ? '' : FiscalPeriod::label($latest[0]).' to '.FiscalPeriod::label($latest[count($latest) - 1]),
                ...Bridge::sourcesAndUses($facts, $latest),
            ],
            'working_capital' => $series([
                'receivables',
                'inventories',
                'accounts_payable',
                'operating_working_capital',
                'days_sales_outstanding',
                'days_inventory',
                'days_payables',
                'cash_conversion_cycle',
            ]),
            'book_value' => $series([
                'total_equity',
                'preferred_equity',
                'minority_interest',
                'goodwill',
                'intangible_assets',
                'tangible_common_equity',
            ]),
            'returns' => $series([
                'return_on_equity',
                'net_margin',
                'asset_turnover',
                'equity_multiplier',
                'return_on_invested_capital',
                'operating_margin',
                'operating_tax_rate',
                'invested_capital',
                'nopat',
            ]),
        ];
    }

    /** @return list<array<string, mixed>> segments, regions, drivers and classes of loans, securities and insurance */
    public function breakdowns(): array
    {
        $facts = [];
        foreach (BreakdownFact::inOrderOfFiling($this->scope->company->id, self::AXES) as $row) {
            if (! isset($this->scope->company->filings[$row->filing_id])) {
                // Filed under another year end.
                continue;
            }
            $filedOn = (int) $row->filing->filed_on;
            $rate =
                $row->unit === 'money'
                    ? $this->scope->company->formerCurrency?->factor(
                        Unit::Money,
                        LineItems::find($row->line)?->isOverTime() ?? true,
                        (int) $row->period,
                        $filedOn,
                    ) ?? 1.0
                    : 1.0;
            $facts[] = [
                'axis' => (string) $row->axis,
                'member' => (string) $row->member,
                'line' => (string) $row->line,
                'unit' => (string) $row->unit,
                'period' => (int) $row->period,
                'value' => $row->value * $rate,
                'filed_on' => $filedOn,
            ];
        }

        return array_values(
            array_map(
                static fn (Breakdown $breakdown): array => [
                    'axis' => $breakdown->axis,
                    'periods' => array_map(
                        static fn (int $period): array => ['period' => $period, 'label' => FiscalPeriod::label($period)],
                        $breakdown->periods,
                    ),
                    'tables' => array_map(
                        static fn (array $table): array => [
                            ...$table,
                            'members' => array_map(
                                static fn (string $name, array $values): array => ['name' => $name, 'values' => $values],
                                array_map('strval', array_keys($table['members'])),
                                array_values($table['members']),
                            ),
                        ],
                        $breakdown->tables,
                    ),
                ],
                Breakdown::of($facts, $this->scope->facts),
            ),
        );
    }

    /** @return array<string, int> judgements by subject */
    private function judged(string $prefix): array
    {
        return $this->as === null
            ? []
            : Judgement::query()
                ->where(['user_id' => $this->as->userId, 'company_id' => $this->scope->company->id])
                ->where('subject', 'like', $prefix.'%')
                ->pluck('id', 'subject')
                ->map(static fn (mixed $id): int => (int) $id)
                ->all();
    }
}
