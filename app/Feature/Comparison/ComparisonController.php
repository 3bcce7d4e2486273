<?php

declare(strict_types=1);

namespace App\Feature\Comparison;

use App\Evaluation\CompanyScopes;
use App\Feature\BackTest\BasketRunner;
use App\Feature\Screening\ScreenRequest;
use App\Feature\Screening\ScreenRunner;
use App\Http\RequestContexts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\BackTest\Frequency;
use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\Ranking;
use Logion\Screening\Checklist;
use Logion\Time\Day;
use OpenApi\Attributes as OA;

/** What is made of a screen's survivors: a ranking, a regression, a basket; and its criteria as a checklist for one company. */
final class ComparisonController
{
    #[OA\Post(path: '/rankings/run', operationId: 'runRanking', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['screen', 'ranking'], properties: [
        new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'), new OA\Property(property: 'as_of', type: 'string', nullable: true), new OA\Property(property: 'ranking', ref: '#/components/schemas/Ranking'),
        new OA\Property(property: 'offset', type: 'integer'), new OA\Property(property: 'limit', type: 'integer'), new OA\Property(property: 'other_rules', type: 'boolean', description: 'Tell what another rule for missing values would change'),
    ])), responses: [new OA\Response(response: 200, description: 'The survivors, best first', content: new OA\JsonContent(ref: '#/components/schemas/RankingResult'))])]
    public function rank(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, ['ranking' => ['required', 'array'], 'offset' => ['integer', 'min:0'], 'limit' => ['integer', 'min:1', 'max:1000'], 'other_rules' => ['boolean']]);

        return new JsonResponse($runner->ranking($screen, Ranking::fromArray((array) $data['ranking']), $context, $data['offset'] ?? 0, $data['limit'] ?? 100, $data['other_rules'] ?? false));
    }

    #[OA\Post(path: '/regressions/run', operationId: 'runRegression', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['screen', 'regression'], properties: [
        new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'), new OA\Property(property: 'as_of', type: 'string', nullable: true), new OA\Property(property: 'regression', ref: '#/components/schemas/Regression'),
    ])), responses: [new OA\Response(response: 200, description: 'Coefficients, fit, and a row per company', content: new OA\JsonContent(ref: '#/components/schemas/RegressionResult'))])]
    public function regress(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, ['regression' => ['required', 'array']]);

        return new JsonResponse($runner->regression($screen, CrossSectionalRegression::fromArray((array) $data['regression']), $context));
    }

    #[OA\Post(path: '/baskets/run', operationId: 'runBasket', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['screen', 'weights', 'rebalance', 'index', 'from'], properties: [
        new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'), new OA\Property(property: 'as_of', type: 'string', nullable: true), new OA\Property(property: 'weights', type: 'string', enum: ['equal', 'market_value']),
        new OA\Property(property: 'rebalance', type: 'string', enum: ['daily', 'monthly', 'quarterly', 'yearly', 'never']), new OA\Property(property: 'index', type: 'string'), new OA\Property(property: 'from', type: 'string'), new OA\Property(property: 'cost', type: 'number', description: 'Basis points of each amount traded'),
    ])), responses: [new OA\Response(response: 200, description: 'How the survivors of today would have done together', content: new OA\JsonContent(ref: '#/components/schemas/BasketResult'))])]
    public function basket(Request $request, BasketRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, [
            'weights' => ['required', 'in:equal,market_value'], 'rebalance' => ['required', 'in:'.implode(',', array_column(Frequency::cases(), 'value'))], 'index' => ['required', 'string'], 'from' => ['required', 'string'], 'cost' => ['numeric', 'min:0', 'max:1000'],
        ]);

        return new JsonResponse($runner->run($screen, ['weights' => $data['weights'], 'rebalance' => Frequency::from($data['rebalance']), 'index' => $data['index'], 'from' => Day::parse($data['from']), 'cost' => (float) ($data['cost'] ?? 0)], $context));
    }

    #[OA\Post(path: '/companies/{ticker}/checklist', operationId: 'checklist', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenQuestion')), responses: [new OA\Response(response: 200, description: 'The criteria of a screen checked on one company', content: new OA\JsonContent(required: ['currency', 'items'], properties: [
        new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'items', type: 'array', items: new OA\Items(ref: '#/components/schemas/ChecklistItem')),
    ]))])]
    public function check(Request $request, RequestContexts $contexts, CompanyScopes $scopes, ScreenRunner $runner, string $ticker): JsonResponse
    {
        $data = $request->validate(['screen' => ['present', 'array'], 'as_of' => ['nullable', 'string']]);
        $context = $contexts->of($request, $data['as_of'] ?? null);
        $screen = ScreenRequest::screen($data['screen']);
        $scope = $scopes->open($ticker, $context);
        if ($screen->comparesCompanies($context->catalogue)) {
            $scope = $scope->among($runner->peers($screen, $context));
        }

        return new JsonResponse(['currency' => $scope->economy->baseCurrency(), 'items' => (new Checklist($scope))->of($screen)]);
    }
}
