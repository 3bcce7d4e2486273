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

/** What is made of a screen's survivors: a ranking, a regression, a basket; and its criteria as a checklist for one company. */
final class ComparisonController
{
    public function rank(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, [
            'ranking' => ['required', 'array'],
            'offset' => ['integer', 'min:0'],
            'limit' => ['integer', 'min:1', 'max:1000'],
            'other_rules' => ['boolean'],
        ]);

        return new JsonResponse(
            $runner->ranking(
                $screen,
                Ranking::fromArray((array) $data['ranking']),
                $context,
                $data['offset'] ?? 0,
                $data['limit'] ?? 100,
                $data['other_rules'] ?? false,
            ),
        );
    }

    public function regress(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, ['regression' => ['required', 'array']]);

        return new JsonResponse($runner->regression($screen, CrossSectionalRegression::fromArray((array) $data['regression']), $context));
    }

    public function basket(Request $request, BasketRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, [
            'weights' => ['required', 'in:equal,market_value'],
            'rebalance' => ['required', 'in:'.implode(',', array_column(Frequency::cases(), 'value'))],
            'index' => ['required', 'string'],
            'from' => ['required', 'string'],
            'cost' => ['numeric', 'min:0', 'max:1000'],
        ]);

        return new JsonResponse(
            $runner->run(
                $screen,
                [
                    'weights' => $data['weights'],
                    'rebalance' => Frequency::from($data['rebalance']),
                    'index' => $data['index'],
                    'from' => Day::parse($data['from']),
                    'cost' => (float) ($data['cost'] ?? 0),
                ],
                $context,
            ),
        );
    }

    public function check(
        Request $request,
        RequestContexts $contexts,
        CompanyScopes $scopes,
        ScreenRunner $runner,
        string $ticker,
    ): JsonResponse {
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
