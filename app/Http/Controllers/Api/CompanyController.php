<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Demo\Names;
use App\Facts\ColumnStore;
use App\Models\Company;
use App\Research\CompanyScopes;
use App\Research\FigureReport;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Absence;
use Logion\Accounts\LineItems;
use Logion\Accounts\Period;
use Logion\Accounts\StatementView;
use Logion\Figure;
use Logion\Market\Day;
use Logion\Market\Indicators;
use Logion\Market\TradingDays;
use Logion\Metrics\Catalogue;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Formula\Interpreter;
use Logion\Metrics\Moment;
use Logion\Statistics\Rank;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class CompanyController
{
    /** Figures of the first reading, by heading. */
    private const FIRST_READING = [
        'Size' => ['market_cap', 'enterprise_value', 'net_debt', 'median_traded_value_3m'],
        'Where the price stands' => ['price_change_year_to_date', 'price_change_1_year', 'range_position_52_weeks', 'distance_from_52_week_high', 'distance_to_average_200d', 'max_drawdown_5y'],
        'Valuation' => ['price_to_earnings', 'forward_price_to_earnings', 'price_to_earnings_to_own_5y_mean', 'ev_to_ebitda', 'price_to_book', 'free_cash_flow_yield', 'dividend_yield', 'price_to_funds_from_operations'],
        'Business' => ['revenue_growth_1y', 'revenue_growth_5y', 'gross_margin', 'operating_margin', 'return_on_invested_capital', 'return_on_equity', 'cash_conversion', 'share_count_change_1y', 'efficiency_ratio', 'combined_ratio', 'funds_from_operations_payout'],
        'Strength' => ['net_debt_to_ebitda', 'interest_coverage', 'current_ratio', 'piotroski_score', 'altman_z', 'common_equity_tier1_ratio', 'solvency_ratio', 'loan_to_value'],
        'Expectations' => ['estimated_revenue_growth_1y', 'estimated_earnings_growth_1y', 'earnings_revision_30d', 'earnings_revision_90d', 'earnings_revision_180d', 'earnings_surprise'],
        'Risk' => ['beta_adjusted', 'volatility_1y', 'cost_of_equity', 'wacc'],
    ];

    /** Ten-year lines of the first reading: name => [formula label, metric or line]. */
    private const TEN_YEARS = ['revenue', 'revenue_growth_1y', 'gross_margin', 'ebitda_margin', 'return_on_invested_capital', 'free_cash_flow', 'earnings_per_share_diluted', 'diluted_shares_average', 'dividends_per_share', 'return_on_equity', 'funds_from_operations'];

    #[OA\Get(path: '/companies/{ticker}', operationId: 'company', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'What it is, where its price stands, and the first reading', content: new OA\JsonContent(required: ['ticker', 'name', 'as_of', 'price', 'sections', 'history'], properties: [
        new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'description', type: 'string'), new OA\Property(property: 'template', type: 'string'), new OA\Property(property: 'sector', type: 'string'),
        new OA\Property(property: 'country', type: 'string'), new OA\Property(property: 'exchange', type: 'string'), new OA\Property(property: 'isin', type: 'string'), new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'reporting_currency', type: 'string'),
        new OA\Property(property: 'delisting', type: 'string', nullable: true),
        new OA\Property(property: 'price', type: 'object', required: ['close', 'change', 'day'], properties: [new OA\Property(property: 'close', type: 'number', nullable: true), new OA\Property(property: 'change', type: 'number', nullable: true), new OA\Property(property: 'day', type: 'string', nullable: true)]),
        new OA\Property(property: 'sections', type: 'array', items: new OA\Items(type: 'object', required: ['title', 'figures'], properties: [new OA\Property(property: 'title', type: 'string'), new OA\Property(property: 'figures', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'figure', 'better', 'sector_median'], properties: [
            new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'figure', ref: '#/components/schemas/Figure'), new OA\Property(property: 'better', type: 'string'), new OA\Property(property: 'sector_median', type: 'number', nullable: true),
        ]))])),
        new OA\Property(property: 'history', type: 'object', required: ['years', 'rows'], properties: [new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')), new OA\Property(property: 'rows', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'figures'], properties: [
            new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'figures', type: 'array', items: new OA\Items(ref: '#/components/schemas/Figure')),
        ]))]),
    ]))])]
    public function show(Request $request, CompanyScopes $scopes, ColumnStore $columns, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->query('as_of'));
        $company = Company::query()->with('security.exchange')->findOrFail($scope->company->id);
        $security = $company->security;
        $report = new FigureReport($scope);
        $universe = $columns->universe($scope->asOf);
        $position = $universe === null ? false : array_search($company->id, $universe->ids, true);
        $sections = [];
        foreach (self::FIRST_READING as $title => $keys) {
            $figures = [];
            foreach ($keys as $key) {
                $metric = Catalogue::builtIn()->all()[$key];
                if (! $metric->fits($scope->company->template)) {
                    continue;
                }
                $sorted = $universe === null || $position === false ? [] : $universe->sortedPeers(\Logion\Metrics\Formula\Node::name($key), $universe->peerGroup($position));
                $figures[] = ['key' => $key, 'label' => $metric->label, 'figure' => $report->metric($key), 'better' => $metric->better, 'sector_median' => count($sorted) < 5 ? null : \Logion\Statistics\Quantile::ofSorted($sorted, 0.5)];
            }
            $sections[] = ['title' => $title, 'figures' => $figures];
        }
        $last = $scope->prices->last();

        return new JsonResponse([
            'ticker' => $security->ticker, 'name' => $company->name, 'as_of' => Day::iso($scope->asOf), 'description' => $company->description, 'template' => $company->template,
            'sector' => Names::sectorLabel($company->sector), 'country' => Names::COUNTRIES[$company->country] ?? $company->country, 'exchange' => $security->exchange->name, 'isin' => $security->isin,
            'currency' => $security->currency, 'reporting_currency' => $company->reporting_currency,
            'delisting' => $security->delisted_on !== null && $security->delisted_on <= $scope->asOf ? Day::iso((int) $security->delisted_on).': '.$security->delisting_reason : null,
            'price' => ['close' => $last < 0 ? null : $scope->prices->closes[$last], 'change' => $last < 1 ? null : $scope->prices->closes[$last] / $scope->prices->closes[$last - 1] - 1, 'day' => $last < 0 ? null : Day::iso($scope->prices->days[$last])],
            'sections' => $sections, 'history' => $this->tenYears($scope),
        ]);
    }

    #[OA\Get(path: '/companies/{ticker}/statements', operationId: 'statements', parameters: [
        new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'statement', schema: new OA\Schema(type: 'string', enum: ['income', 'balance', 'cash_flow', 'per_share_and_counts'])),
        new OA\QueryParameter(name: 'basis', schema: new OA\Schema(type: 'string', enum: ['annual', 'quarterly', 'trailing'])), new OA\QueryParameter(name: 'view', schema: new OA\Schema(type: 'string', enum: ['amounts', 'common_size', 'growth'])), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(response: 200, description: 'A statement over its periods, in the reporting currency', content: new OA\JsonContent(required: ['currency', 'periods', 'rows', 'findings'], properties: [
        new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'periods', type: 'array', items: new OA\Items(type: 'object', required: ['period', 'label', 'end'], properties: [new OA\Property(property: 'period', type: 'integer'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'end', type: 'string', nullable: true)])),
        new OA\Property(property: 'rows', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'total', 'unit', 'figures'], properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'total', type: 'boolean'), new OA\Property(property: 'unit', type: 'string'), new OA\Property(property: 'figures', type: 'array', items: new OA\Items(ref: '#/components/schemas/Figure')), new OA\Property(property: 'completed', type: 'array', items: new OA\Items(type: 'string', nullable: true))])),
        new OA\Property(property: 'findings', type: 'array', items: new OA\Items(type: 'string')),
    ]))])]
    public function statements(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['statement' => ['in:income,balance,cash_flow,per_share_and_counts'], 'basis' => ['in:annual,quarterly,trailing'], 'view' => ['in:amounts,common_size,growth'], 'as_of' => ['nullable', 'string'], 'most' => ['integer', 'min:1', 'max:60']]);
        $scope = $scopes->open($ticker, $data['as_of'] ?? null);
        $view = StatementView::of($scope->facts, $data['statement'] ?? 'income', $data['basis'] ?? 'annual', $data['view'] ?? 'amounts', (int) ($data['most'] ?? 12));

        return new JsonResponse([
            'currency' => $scope->company->reportingCurrency,
            'periods' => array_map(static fn (int $period): array => ['period' => $period, 'label' => Period::label($period), 'end' => ($end = $scope->facts->periodEnd($period)) === null ? null : Day::iso($end)], $view->periods),
            'rows' => array_map(static fn (array $row): array => ['key' => $row['item']->key, 'label' => $row['item']->label, 'total' => $row['total'], 'unit' => $row['item']->unit->value, 'figures' => $row['figures'], 'completed' => $row['completed']], $view->rows),
            'findings' => array_map(static fn (array $f): string => sprintf('%s: %s of %s is stated as %s, its parts give %s.', ucfirst(str_replace('_', ' ', $f['check'])), $f['line'] === null ? 'the change of cash' : LineItems::all()[$f['line']]->label, Period::label($f['period']), number_format($f['stated']), number_format($f['computed'])), \Logion\Accounts\Integrity::ofSheet($scope->facts, 1000.0)),
        ]);
    }

    #[OA\Get(path: '/companies/{ticker}/prices', operationId: 'prices', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'years', schema: new OA\Schema(type: 'number'))], responses: [new OA\Response(response: 200, description: 'Closes, moving averages and the home index rebased to the first close', content: new OA\JsonContent(required: ['currency', 'days', 'close', 'adjusted', 'sma50', 'sma200', 'index', 'volume', 'events'], properties: [
        new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')), new OA\Property(property: 'close', type: 'array', items: new OA\Items(type: 'number')), new OA\Property(property: 'adjusted', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(property: 'sma50', type: 'array', items: new OA\Items(type: 'number', nullable: true)), new OA\Property(property: 'sma200', type: 'array', items: new OA\Items(type: 'number', nullable: true)), new OA\Property(property: 'index', type: 'array', items: new OA\Items(type: 'number', nullable: true)), new OA\Property(property: 'volume', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(property: 'events', type: 'array', items: new OA\Items(type: 'object', required: ['day', 'text'], properties: [new OA\Property(property: 'day', type: 'string'), new OA\Property(property: 'text', type: 'string')])),
    ]))])]
    public function prices(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['as_of' => ['nullable', 'string'], 'years' => ['numeric', 'min:0.1', 'max:50']]);
        $scope = $scopes->open($ticker, $data['as_of'] ?? null);
        $prices = $scope->prices;
        $from = TradingDays::firstFrom($prices->days, Day::plus($scope->asOf, -(int) round(365.25 * (float) ($data['years'] ?? 5))));
        $cut = static fn (array $series): array => array_slice($series, $from);
        $days = $cut($prices->days);
        $index = $scope->company->index?->asOf($scope->asOf);
        $rebased = [];
        $start = null;
        foreach ($days as $i => $day) {
            $at = $index === null ? -1 : TradingDays::lastUntil($index->days, $day);
            $level = $at < 0 || $index === null ? null : $index->adjusted[$at];
            $start ??= $level;
            $rebased[] = $level === null || $start === null ? null : round($level / $start * $prices->closes[$from], 4);
        }
        $round = static fn (array $series): array => array_map(static fn (?float $x): ?float => $x === null ? null : round($x, 4), $cut($series));
        $events = [];
        foreach ($prices->actions->splits as [$day, $ratio]) {
            $events[] = ['day' => Day::iso($day), 'text' => $ratio >= 1 ? sprintf('Split %g for 1', $ratio) : sprintf('Reverse split 1 for %g', 1 / $ratio)];
        }

        return new JsonResponse([
            'currency' => $scope->company->tradingCurrency, 'days' => array_map(Day::iso(...), $days), 'close' => $round($prices->closes), 'adjusted' => $round($prices->adjusted),
            'sma50' => $round(Indicators::sma($prices->closes, 50)), 'sma200' => $round(Indicators::sma($prices->closes, 200)), 'index' => $rebased, 'volume' => $cut($prices->volumes), 'events' => $events,
        ]);
    }

    #[OA\Get(path: '/companies/{ticker}/metrics', operationId: 'metrics', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'keys', required: true, description: 'Metric keys, comma separated', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Figures', content: new OA\JsonContent(required: ['ticker', 'as_of', 'figures'], properties: [
        new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'figures', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/Figure')),
    ]))])]
    public function metrics(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->query('as_of'));
        $report = new FigureReport($scope);
        $figures = [];
        foreach (array_slice(array_filter(explode(',', is_string($request->query('keys')) ? $request->query('keys') : '')), 0, 400) as $key) {
            self::known($key);
            $figures[$key] = $report->metric($key);
        }

        return new JsonResponse(['ticker' => $scope->company->ticker, 'as_of' => Day::iso($scope->asOf), 'figures' => (object) $figures]);
    }

    #[OA\Get(path: '/companies/{ticker}/working', operationId: 'working', parameters: [
        new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'metric', description: 'A metric key or a formula', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'line', schema: new OA\Schema(type: 'string')),
        new OA\QueryParameter(name: 'period', schema: new OA\Schema(type: 'integer')), new OA\QueryParameter(name: 'year', description: 'A completed fiscal year instead of today', schema: new OA\Schema(type: 'integer')), new OA\QueryParameter(name: 'basis', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(response: 200, description: 'How a figure came about, its history and where it stands', content: new OA\JsonContent(required: ['working', 'currency', 'history'], properties: [
        new OA\Property(property: 'working', ref: '#/components/schemas/Working'), new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'note', type: 'string'),
        new OA\Property(property: 'history', type: 'object', required: ['years', 'values'], properties: [new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')), new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true))]),
        new OA\Property(property: 'standing', type: 'object', nullable: true, required: ['universe', 'sector', 'sector_median'], properties: [new OA\Property(property: 'universe', type: 'number', nullable: true), new OA\Property(property: 'sector', type: 'number', nullable: true), new OA\Property(property: 'sector_median', type: 'number', nullable: true)]),
    ]))])]
    public function working(Request $request, CompanyScopes $scopes, ColumnStore $columns, string $ticker): JsonResponse
    {
        $data = $request->validate(['metric' => ['nullable', 'string'], 'line' => ['nullable', 'string'], 'period' => ['nullable', 'integer'], 'year' => ['nullable', 'integer', 'min:1900', 'max:2200'], 'basis' => ['nullable', 'in:annual,quarterly,trailing'], 'as_of' => ['nullable', 'string']]);
        $scope = $scopes->open($ticker, $data['as_of'] ?? null);
        if (isset($data['line'])) {
            return $this->lineWorking($scope, $data['line'], (int) ($data['period'] ?? 0), $data['basis'] ?? 'annual');
        }
        $key = (string) ($data['metric'] ?? '');
        $catalogue = Catalogue::builtIn();
        $metric = $catalogue->find($key);
        $report = new FigureReport($scope);
        if ($metric !== null) {
            $working = isset($data['year'])
                ? (new Interpreter($scope))->metric($key, $this->yearOf($scope, (int) $data['year']))
                : $report->working($key);
            $history = $this->yearly($scope, static fn (CompanyScope $s, Moment $m): float|Absence => $s->inCurrency($s->metric($key, $m), $metric->unit, $s->company->tradingCurrency));
        } else {
            $tree = $catalogue->parse($key);
            $compiled = \Logion\Metrics\Formula\Compiler::compile($tree, $catalogue);
            $working = (new Interpreter($scope))->expression($tree, $key, \Logion\Unit::Ratio, Moment::of('trailing'));
            $history = $this->yearly($scope, $compiled);
        }

        return new JsonResponse(['working' => $working, 'currency' => isset($data['year']) ? $scope->company->reportingCurrency : $scope->company->tradingCurrency, 'note' => $metric->note ?? '', 'history' => $history, 'standing' => $metric === null || isset($data['year']) ? null : $this->standing($scope, $columns, $key)]);
    }

    /** @return array{universe: ?float, sector: ?float, sector_median: ?float}|null */
    private function standing(CompanyScope $scope, ColumnStore $columns, string $key): ?array
    {
        $universe = $columns->universe($scope->asOf);
        $position = $universe === null ? false : array_search($scope->company->id, $universe->ids, true);
        if ($universe === null || $position === false) {
            return null;
        }
        $own = $universe->column($key)->at($position);
        $tree = \Logion\Metrics\Formula\Node::name($key);
        $peers = $universe->sortedPeers($tree, $universe->peerGroup($position));

        return [
            'universe' => $own === null ? null : Rank::percentile($universe->sortedPeers($tree, null), $own),
            'sector' => $own === null || count($peers) < 5 ? null : Rank::percentile($peers, $own),
            'sector_median' => count($peers) < 5 ? null : \Logion\Statistics\Quantile::ofSorted($peers, 0.5),
        ];
    }

    private function lineWorking(CompanyScope $scope, string $line, int $period, string $basis): JsonResponse
    {
        $item = LineItems::find($line) ?? throw new NotFoundHttpException('There is no statement line "'.mb_substr($line, 0, 60).'".');
        $interpreter = new Interpreter($scope);
        if ($basis === 'trailing') {
            $latest = $scope->facts->latestQuarter() ?? $period;
            $quarters = (intdiv($latest, 10) - intdiv($period, 10)) * 4 + $latest % 10 - $period % 10;
            $working = $interpreter->expression(\Logion\Metrics\Formula\Node::name($line), $item->label, $item->unit, Moment::of('trailing')->quartersAgo(max(0, $quarters)));
        } else {
            $working = $interpreter->reported($item, $period);
        }
        $filings = [];
        foreach ($scope->company->facts as $fact) {
            if ($fact->line === $line && $fact->period === $period && $fact->filedOn <= $scope->asOf) {
                $filings[] = ['value' => $fact->value, 'filed_on' => Day::iso($fact->filedOn), 'title' => $scope->company->filings[$fact->filing] ?? ''];
            }
        }

        return new JsonResponse([
            'working' => $working, 'currency' => $scope->company->reportingCurrency, 'note' => '', 'filings' => $filings, 'standing' => null,
            'history' => $this->yearly($scope, static fn (CompanyScope $s, Moment $m): float|Absence => $s->line($item, $m)),
        ]);
    }

    /**
     * @param  \Closure(CompanyScope, Moment): (float|Absence)  $value
     * @return array{years: list<int>, values: list<?float>}
     */
    private function yearly(CompanyScope $scope, \Closure $value): array
    {
        $latest = $scope->facts->latestYear();
        $first = $scope->facts->firstYear();
        $history = ['years' => [], 'values' => []];
        for ($year = $latest === null || $first === null ? 1 : $first; $latest !== null && $year <= $latest; $year++) {
            $figure = CompanyScope::finite($value($scope, Moment::of('annual')->completedYear($latest - $year)));
            $history['years'][] = $year;
            $history['values'][] = $figure instanceof Absence ? null : $figure;
        }

        return $history;
    }

    /** The moment of a completed fiscal year; a year not reported yet counts as the latest. */
    private function yearOf(CompanyScope $scope, int $year): Moment
    {
        return Moment::of('annual')->completedYear(max(0, ($scope->facts->latestYear() ?? $year) - $year));
    }

    /** @return array{years: list<int>, rows: list<array<string, mixed>>} */
    private function tenYears(CompanyScope $scope): array
    {
        $latest = $scope->facts->latestYear();
        $years = $latest === null ? [] : range(max($latest - 9, (int) $scope->facts->firstYear()), $latest);
        $rows = [];
        $catalogue = Catalogue::builtIn();
        foreach (self::TEN_YEARS as $key) {
            $item = LineItems::find($key);
            if ($item !== null ? ! $item->fits($scope->company->template) : ! $catalogue->all()[$key]->fits($scope->company->template)) {
                continue;
            }
            $figures = array_map(function (int $year) use ($scope, $item, $key, $catalogue): Figure {
                $moment = $this->yearOf($scope, $year);

                return Figure::of($item !== null ? $scope->line($item, $moment) : $scope->metric($key, $moment), $catalogue->unit($key));
            }, $years);
            $rows[] = ['key' => $key, 'label' => $catalogue->label($key), 'figures' => $figures];
        }

        return ['years' => $years, 'rows' => $rows];
    }

    private static function known(string $key): void
    {
        if (Catalogue::builtIn()->find($key) === null) {
            throw \Logion\Metrics\Formula\FormulaError::unknownName($key, $key, 1, array_keys(Catalogue::builtIn()->all()));
        }
    }
}
