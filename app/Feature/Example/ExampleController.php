<?php

declare(strict_types=1);

namespace App\Feature\Example;

use App\Http\DatedRequest;
use Illuminate\Http\JsonResponse;

/** Shows the way of the work on companies that are there. */
final class ExampleController
{
    public function store(DatedRequest $request, ExampleWork $example): JsonResponse
    {
        $example->make($request->context());

        return new JsonResponse(null, 204);
    }
}
