<?php

declare(strict_types=1);

namespace App\Feature\Report;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Evaluation\FigureReport;
use App\Feature\Decision\DecisionReport;
use App\Models\Decision;
use App\Models\Note;
use App\Models\Valuation;
use App\Storage\ChosenPeers;
use App\Storage\Identity\Identities;
use Logion\Figure\Figure;
use Logion\Figure\Numerals;
use Logion\Metric\CompanyScope;
use Logion\Reference\IndustryTree;
use Logion\Time\Day;

/** What is known and thought of a company on a day, part by part, ready to be written. Nothing in it is later than that day. */
final readonly class CompanyReport
{
    public const PARTS = ['reading', 'chart', 'statements', 'peers', 'valuation', 'decision', 'notes'];

    private const READING = [
        'market_cap',
        'enterprise_value',
        'price_to_earnings',
        'price_to_book',
        'ev_to_ebitda',
        'free_cash_flow_yield',
        'dividend_yield',
        'return_on_equity',
        'return_on_invested_capital',
        'gross_margin',
        'operating_margin',
        'net_margin',
        'revenue_growth_3y',
        'net_debt_to_ebitda',
        'debt_to_equity',
        'interest_coverage',
    ];

    private const LINES = [
        'revenue',
        'gross_profit',
        'operating_income',
        'net_income',
        'earnings_per_share_diluted',
        'total_assets',
        'total_equity',
        'operating_cash_flow',
        'capital_expenditure',
        'free_cash_flow',
        'dividends_per_share',
    ];

    private const PEER_FIGURES = [
        'market_cap',
        'price_to_earnings',
        'ev_to_ebitda',
        'price_to_book',
        'operating_margin',
        'return_on_equity',
    ];

    private const YEARS = 8;

    private const CHART_YEARS = 5;

    private const MOST_NOTES = 100;

    public function __construct(
        private CompanyScopes $scopes,
        private Identities $identities,
        private ChosenPeers $peers,
        private DecisionReport $decisions,
    ) {
    }

    /**
     * @param  list<string>  $parts  some of {@see PARTS}
     * @return array<string, mixed> what the view takes
     */
    public function of(string $ticker, EvaluationContext $context, array $parts): array
    {
        $user = $context->user ?? throw new \LogicException('A report has a reader.');
        $scope = $this->scopes->open($ticker, $context);
        $identity = $this->scopes->identity($scope);
        $figures = new FigureReport($scope);
        $has = static fn (string $part): bool => in_array($part, $parts, true);
        $last = $scope->prices->last();

        return [
            'parts' => $parts,
            'name' => $identity->name,
            'ticker' => $identity->reference,
            'industry' => IndustryTree::label($identity->sector),
            'description' => $identity->description,
            'day' => Day::iso($scope->asOf),
            'currency' => $scope->company->tradingCurrency,
            'reportingCurrency' => $scope->company->reportingCurrency,
            'price' => $last < 0 ? null : Numerals::decimal($scope->prices->closes[$last], 2),
            'priceDay' => $last < 0 ? null : Day::iso($scope->prices->days[$last]),
            'reading' => $has('reading') ? $this->reading($scope, $figures) : [],
            'chart' => $has('chart') ? $this->chart($scope) : null,
            'years' => $this->years($scope),
            'statements' => $has('statements') ? $this->statements($scope, $figures) : [],
            'peerHeads' => array_map($scope->catalogue->label(...), self::PEER_FIGURES),
            'peers' => $has('peers') ? $this->peerRows($scope, $context) : [],
            'valuations' => $has('valuation')
                ? Valuation::query()
                    ->of($user)
                    ->where('company_id', $scope->company->id)
                    ->where('as_of', '<=', $scope->asOf)
                    ->orderByDesc('as_of')
                    ->orderByDesc('id')
                    ->limit(20)
                    ->get()
                    ->map(
                        static fn (Valuation $of): array => [
                            Day::iso((int) $of->as_of),
                            (string) $of->name,
                            str_replace('_', ' ', (string) $of->method),
                            $of->per_share === null ? '–' : Numerals::decimal((float) $of->per_share, 2),
                        ],
                    )
                    ->all()
                : [],
            'decision' => $has('decision')
                ? $this->decisions->of(
                    Decision::query()
                        ->of($user)
                        ->where('company_id', $scope->company->id)
                        ->standing($scope->asOf)
                        ->with(['company', 'user', 'conditions.states', 'conditions.line'])
                        ->orderByDesc('id')
                        ->limit(1)
                        ->get(),
                    $scope->asOf,
                )[0] ?? null
                : null,
            'notes' => $has('notes')
                ? Note::query()
                    ->of($user)
                    ->where('company_id', $scope->company->id)
                    ->where('on_day', '<=', $scope->asOf)
                    ->orderByDesc('id')
                    ->limit(self::MOST_NOTES)
                    ->get()
                    ->map(static fn (Note $of): array => [Day::iso((int) $of->getAttribute('on_day')), (string) $of->body])
                    ->all()
                : [],
        ];
    }

    /** @return list<array{string, string, string}> figure, its value, and the median of the sector */
    private function reading(CompanyScope $scope, FigureReport $figures): array
    {
        $rows = [];
        foreach (self::READING as $key) {
            if ($scope->catalogue->find($key) === null) {
                continue;
            }
            $unit = $scope->catalogue->unit($key);
            $own = Figure::of($scope->metric($key), $unit);
            $median = $figures->sectorMedian($key);
            $rows[] = [
                $scope->catalogue->label($key),
                ReportFigures::text($own->isKnown() ? $own->value() : null, $unit),
                ReportFigures::text($median, $unit),
            ];
        }

        return $rows;
    }

    /** @return list<int> */
    private function years(CompanyScope $scope): array
    {
        $latest = $scope->facts->latestYear();

        return $latest === null ? [] : range($latest - self::YEARS + 1, $latest);
    }

    /** @return list<array{string, list<string>}> */
    private function statements(CompanyScope $scope, FigureReport $figures): array
    {
        $years = $this->years($scope);

        return array_map(
            static fn (array $row): array => [
                $row['label'],
                array_map(
                    static fn (Figure $of): string => ReportFigures::text($of->isKnown() ? $of->value() : null, $of->unit),
                    $row['figures'],
                ),
            ],
            $years === [] ? [] : $figures->throughYears(self::LINES, $years),
        );
    }

    /** @return list<array{string, list<string>}> the company itself first */
    private function peerRows(CompanyScope $scope, EvaluationContext $context): array
    {
        $kept = $context->user === null ? null : $this->peers->latest($context->user->id, $scope->company->id);
        $companies = [$scope->company->id];
        foreach ($kept->peers ?? [] as $peer) {
            if ($peer->included) {
                $companies[] = (int) $peer->company_id;
            }
        }

        return array_map(function (int $company) use ($scope, $context): array {
            $of = $company === $scope->company->id ? $scope : $this->scopes->ofCompany($company, $context);

            return [
                $this->identities->of($company, $context->day)->name ?? '',
                array_map(static function (string $key) use ($of): string {
                    $value = $of->metric($key);

                    return ReportFigures::text(is_float($value) ? $value : null, $of->catalogue->unit($key));
                }, self::PEER_FIGURES),
            ];
        }, array_slice(array_values(array_unique($companies)), 0, 16));
    }

    /** @return array{picture: string, from: string, to: string}|null */
    private function chart(CompanyScope $scope): ?array
    {
        $from = Day::monthsEarlier($scope->asOf, 12 * self::CHART_YEARS);
        $days = $closes = [];
        foreach ($scope->prices->days as $i => $day) {
            if ($day >= $from) {
                $days[] = $day;
                $closes[] = $scope->prices->closes[$i];
            }
        }

        return count($days) < 2
            ? null
            : ['picture' => LinePicture::of([$closes]), 'from' => Day::iso($days[0]), 'to' => Day::iso($days[count($days) - 1])];
    }
}
