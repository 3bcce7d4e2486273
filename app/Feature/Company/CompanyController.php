<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\CompanyScopes;
use App\Evaluation\FigureReport;
use App\Feature\Statement\StatementReport;
use App\Http\RequestContexts;
use App\Identity\Identities;
use App\Models\Country;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Market\Indicators;
use Logion\Reference\IndustryTree;
use Logion\Reporting\LineItems;
use Logion\Reporting\Version;
use Logion\Reporting\View\StatementView;
use Logion\Time\Day;
use Logion\Time\TradingDays;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class CompanyController
{
    #[OA\Get(path: '/companies/{ticker}', operationId: 'company', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'What it is, where its price stands, and the first reading', content: new OA\JsonContent(required: ['ticker', 'listed_as', 'name', 'as_of', 'price', 'sections', 'history'], properties: [
        new OA\Property(property: 'ticker', type: 'string', description: 'How the company is referred to, whatever the day'), new OA\Property(property: 'listed_as', type: 'string', description: 'Ticker of the day'),
        new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'description', type: 'string'), new OA\Property(property: 'template', type: 'string'), new OA\Property(property: 'template_chosen', type: 'boolean', description: 'Chosen by the reader instead of the filed kind of business'), new OA\Property(property: 'sector', type: 'string'),
        new OA\Property(property: 'country', type: 'string'), new OA\Property(property: 'exchange', type: 'string'), new OA\Property(property: 'isin', type: 'string', nullable: true), new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'reporting_currency', type: 'string'),
        new OA\Property(property: 'delisting', type: 'string', nullable: true),
        new OA\Property(property: 'price', type: 'object', required: ['close', 'change', 'day'], properties: [new OA\Property(property: 'close', type: 'number', nullable: true), new OA\Property(property: 'change', type: 'number', nullable: true), new OA\Property(property: 'day', type: 'string', nullable: true)]),
        new OA\Property(property: 'sections', type: 'array', items: new OA\Items(type: 'object', required: ['title', 'figures'], properties: [new OA\Property(property: 'title', type: 'string'), new OA\Property(property: 'figures', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'figure', 'sector_median', 'standing'], properties: [
            new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'figure', ref: '#/components/schemas/Figure'), new OA\Property(property: 'sector_median', type: 'number', nullable: true), new OA\Property(property: 'standing', type: 'string', nullable: true, enum: ['better', 'worse'], description: 'Against the median of the sector, in the direction that is better'),
        ]))])),
        new OA\Property(property: 'history', type: 'object', required: ['years', 'rows'], properties: [new OA\Property(property: 'years', type: 'array', items: new OA\Items(type: 'integer')), new OA\Property(property: 'rows', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'figures'], properties: [
            new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'figures', type: 'array', items: new OA\Items(ref: '#/components/schemas/Figure')),
        ]))]),
    ]))])]
    public function show(Request $request, RequestContexts $contexts, CompanyScopes $scopes, Identities $identities, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $contexts->of($request, $request->query('as_of')));
        $identity = $scopes->identity($scope);
        $listing = $identity->listing();
        $reading = new FirstReading($scope);
        $last = $scope->prices->last();

        return new JsonResponse([
            'ticker' => $identity->reference, 'listed_as' => $listing->ticker, 'name' => $identity->name, 'as_of' => Day::iso($scope->asOf), 'description' => $identity->description,
            'template' => $scope->company->template->value, 'template_chosen' => $scope->company->template->value !== $identity->template,
            'sector' => IndustryTree::label($identity->sector), 'country' => Country::query()->find($identity->country)->name ?? $identity->country,
            'exchange' => $identities->exchanges()[$listing->exchange], 'isin' => $identities->identifiers($identity->security)['isin'] ?? null,
            'currency' => $listing->currency, 'reporting_currency' => $identity->reportingCurrency,
            'delisting' => $listing->to !== null && $listing->to <= $scope->asOf ? Day::iso($listing->to).': '.$listing->endedBecause : null,
            'price' => ['close' => $last < 0 ? null : $scope->prices->closes[$last], 'change' => $last < 1 ? null : $scope->prices->closes[$last] / $scope->prices->closes[$last - 1] - 1, 'day' => $last < 0 ? null : Day::iso($scope->prices->days[$last])],
            'sections' => $reading->sections(), 'history' => $reading->tenYears(),
        ]);
    }

    #[OA\Get(path: '/companies/{ticker}/statements', operationId: 'statements', parameters: [
        new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'statement', schema: new OA\Schema(type: 'string', enum: ['income', 'balance', 'cash_flow', 'per_share_and_counts'])),
        new OA\QueryParameter(name: 'basis', schema: new OA\Schema(type: 'string', enum: ['annual', 'half_year', 'quarterly', 'trailing'])), new OA\QueryParameter(name: 'view', schema: new OA\Schema(type: 'string', enum: ['amounts', 'per_share', 'common_size', 'growth', 'index'])),
        new OA\QueryParameter(name: 'version', schema: new OA\Schema(type: 'string', enum: ['restated', 'first', 'adjusted'])), new OA\QueryParameter(name: 'most', schema: new OA\Schema(type: 'integer')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string')),
    ], responses: [new OA\Response(response: 200, description: 'A statement over its periods, in the reporting currency', content: new OA\JsonContent(required: ['currency', 'template', 'periods', 'rows'], properties: [
        new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'template', type: 'string'), new OA\Property(property: 'periods', type: 'array', items: new OA\Items(ref: '#/components/schemas/PeriodHead')),
        new OA\Property(property: 'rows', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'total', 'unit', 'figures', 'marks'], properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'total', type: 'boolean'), new OA\Property(property: 'unit', type: 'string'), new OA\Property(property: 'figures', type: 'array', items: new OA\Items(ref: '#/components/schemas/Figure')), new OA\Property(property: 'marks', type: 'array', description: 'What is special of a figure', items: new OA\Items(type: 'string', nullable: true, enum: ['corrected', 'adjusted', 'restated', 'total', 'balance', 'zero']))])),
    ]))])]
    public function statements(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['statement' => ['in:'.implode(',', StatementView::STATEMENTS)], 'basis' => ['in:'.implode(',', StatementView::BASES)], 'view' => ['in:'.implode(',', StatementView::VIEWS)], 'version' => ['in:restated,first,adjusted'], 'as_of' => ['nullable', 'string'], 'most' => ['integer', 'min:1', 'max:100']]);
        $version = $data['version'] ?? null;
        $context = $contexts->of($request, $data['as_of'] ?? null);
        $scope = $scopes->accounts($ticker, $version === null ? $context : $context->adjusted($version === 'adjusted'));

        return new JsonResponse((new StatementReport($scope))->statement($data['statement'] ?? 'income', $data['basis'] ?? 'annual', $data['view'] ?? 'amounts', (int) ($data['most'] ?? 12), $version === 'first' ? Version::FirstReported : Version::Restated));
    }

    #[OA\Get(path: '/companies/{ticker}/prices', operationId: 'prices', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'years', schema: new OA\Schema(type: 'number'))], responses: [new OA\Response(response: 200, description: 'Closes, moving averages and the home index rebased to the first close', content: new OA\JsonContent(required: ['currency', 'days', 'close', 'adjusted', 'sma50', 'sma200', 'index', 'index_against_adjusted', 'volume', 'events'], properties: [
        new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'days', type: 'array', items: new OA\Items(type: 'string')), new OA\Property(property: 'close', type: 'array', items: new OA\Items(type: 'number')), new OA\Property(property: 'adjusted', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(property: 'sma50', type: 'array', items: new OA\Items(type: 'number', nullable: true)), new OA\Property(property: 'sma200', type: 'array', items: new OA\Items(type: 'number', nullable: true)), new OA\Property(property: 'index', type: 'array', description: 'Set to the first close', items: new OA\Items(type: 'number', nullable: true)), new OA\Property(property: 'index_against_adjusted', type: 'array', description: 'Set to the first adjusted close', items: new OA\Items(type: 'number', nullable: true)), new OA\Property(property: 'volume', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(property: 'events', type: 'array', items: new OA\Items(type: 'object', required: ['day', 'text'], properties: [new OA\Property(property: 'day', type: 'string'), new OA\Property(property: 'text', type: 'string')])),
    ]))])]
    public function prices(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['as_of' => ['nullable', 'string'], 'years' => ['numeric', 'min:0.1', 'max:50']]);
        $scope = $scopes->open($ticker, $contexts->of($request, $data['as_of'] ?? null));
        $prices = $scope->prices;
        $from = TradingDays::firstFrom($prices->days, Day::plus($scope->asOf, -(int) round(365.25 * (float) ($data['years'] ?? 5))));
        $cut = static fn (array $series): array => array_slice($series, $from);
        $days = $cut($prices->days);
        $index = $scope->company->index?->asOf($scope->asOf);
        $rebased = static fn (array $series): array => $index === null || $days === [] ? array_fill(0, count($days), null) : $index->rebased($days, $series[$from]);
        $round = static fn (array $series): array => array_map(static fn (?float $x): ?float => $x === null ? null : round($x, 4), $series);
        $events = [];
        foreach ($prices->actions->splits as [$day, $ratio]) {
            $events[] = ['day' => Day::iso($day), 'text' => $ratio >= 1 ? sprintf('Split %g for 1', $ratio) : sprintf('Reverse split 1 for %g', 1 / $ratio)];
        }

        return new JsonResponse([
            'currency' => $scope->company->tradingCurrency, 'days' => array_map(Day::iso(...), $days), 'close' => $round($cut($prices->closes)), 'adjusted' => $round($cut($prices->adjusted)),
            'sma50' => $round($cut(Indicators::sma($prices->closes, 50))), 'sma200' => $round($cut(Indicators::sma($prices->closes, 200))),
            'index' => $round($rebased($prices->closes)), 'index_against_adjusted' => $round($rebased($prices->adjusted)), 'volume' => $cut($prices->volumes), 'events' => $events,
        ]);
    }

    #[OA\Get(path: '/companies/{ticker}/metrics', operationId: 'metrics', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'keys', required: true, description: 'Metric keys, comma separated', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Figures', content: new OA\JsonContent(required: ['ticker', 'as_of', 'figures'], properties: [
        new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'figures', type: 'object', additionalProperties: new OA\AdditionalProperties(ref: '#/components/schemas/Figure')),
    ]))])]
    public function metrics(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $contexts->of($request, $request->query('as_of')));
        $report = new FigureReport($scope);
        $figures = [];
        foreach (array_slice(array_filter(explode(',', is_string($request->query('keys')) ? $request->query('keys') : '')), 0, 400) as $key) {
            $figures[$scope->catalogue->get($key)->key] = $report->metric($key);
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
    public function working(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['metric' => ['nullable', 'string'], 'line' => ['nullable', 'string'], 'period' => ['nullable', 'integer'], 'year' => ['nullable', 'integer', 'min:1900', 'max:2200'], 'basis' => ['nullable', 'in:annual,half_year,quarterly,trailing'], 'as_of' => ['nullable', 'string']]);
        $scope = $scopes->open($ticker, $contexts->of($request, $data['as_of'] ?? null));
        $report = new FigureReport($scope);
        if (isset($data['line'])) {
            $item = LineItems::find($data['line']) ?? throw new NotFoundHttpException('There is no statement line "'.mb_substr($data['line'], 0, 60).'".');

            return new JsonResponse($report->explainLine($item, (int) ($data['period'] ?? 0), $data['basis'] ?? 'annual'));
        }
        $metric = (string) ($data['metric'] ?? '');

        return new JsonResponse($scope->catalogue->find($metric) === null ? $report->explainFormula($metric) : $report->explainMetric($metric, isset($data['year']) ? (int) $data['year'] : null));
    }
}
