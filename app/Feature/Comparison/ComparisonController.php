<?php

declare(strict_types=1);

namespace App\Feature\Comparison;

use App\Evaluation\CompanyScopes;
use App\Feature\BackTest\BasketRunner;
use App\Feature\Screening\ScreenRequest;
use App\Feature\Screening\ScreenRunner;
use Illuminate\Http\JsonResponse;
use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\Ranking;
use Logion\Screening\Checklist;

/** What is made of a screen's survivors: a ranking, a regression, a basket; and its criteria as a checklist for one company. */
final class ComparisonController
{
    public function rank(RankingRequest $request, Comparisons $comparisons): JsonResponse
    {
        return new JsonResponse(
            $comparisons->ranking(
                $request->screen(),
                Ranking::fromArray($request->validated('ranking')),
                $request->context(),
                $request->offset(),
                $request->limit(100),
                (bool) $request->validated('other_rules', false),
            ),
        );
    }

    public function regress(RegressionRequest $request, Comparisons $comparisons): JsonResponse
    {
        return new JsonResponse(
            $comparisons->regression(
                $request->screen(),
                CrossSectionalRegression::fromArray($request->validated('regression')),
                $request->context(),
            ),
        );
    }

    public function basket(BasketRequest $request, BasketRunner $runner): JsonResponse
    {
        return new JsonResponse($runner->run($request->screen(), $request->settings(), $request->context()));
    }

    public function check(ScreenRequest $request, CompanyScopes $scopes, ScreenRunner $runner, string $ticker): JsonResponse
    {
        $context = $request->context();
        $screen = $request->screen();
        $scope = $scopes->open($ticker, $context);
        if ($screen->comparesCompanies($context->catalogue)) {
            $scope = $scope->among($runner->peers($screen, $context));
        }

        return new JsonResponse(['currency' => $scope->economy->baseCurrency(), 'items' => (new Checklist($scope))->of($screen)]);
    }
}
