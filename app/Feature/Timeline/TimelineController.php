<?php

declare(strict_types=1);

namespace App\Feature\Timeline;

use App\Evaluation\CompanyScopes;
use App\Storage\BrokerNotes;
use Illuminate\Http\JsonResponse;

final class TimelineController
{
    public function __invoke(TimelineRequest $request, CompanyScopes $scopes, BrokerNotes $notes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());

        $timeline = new Timeline($scope, $scopes->identity($scope)->security, $request->user(), $notes);

        return new JsonResponse(['items' => $timeline->items($request->kinds())]);
    }
}
