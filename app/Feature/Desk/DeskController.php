<?php

declare(strict_types=1);

namespace App\Feature\Desk;

use App\Http\DatedRequest;
use App\Models\LookedCompany;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Logion\Time\Day;

/** What is new since one looked, and that one has looked. */
final class DeskController
{
    public function show(DatedRequest $request, DeskReport $report): JsonResponse
    {
        return new JsonResponse($report->of($request->context()));
    }

    /** Answers what was kept before, so that it can be undone. */
    public function looked(LookedRequest $request, Identities $identities): JsonResponse
    {
        $ticker = $request->validated('ticker');
        $of = LookedCompany::query()->firstOrNew([
            'user_id' => $request->user()->id,
            'company_id' => $ticker === null ? null : $identities->company($ticker, $request->context()->day),
        ]);
        $before = ['through' => self::iso($of->through), 'snoozed_until' => self::iso($of->snoozed_until)];
        foreach ($request->days() as $name => $day) {
            $of->{$name} = $day;
        }
        $of->save();

        return new JsonResponse($before);
    }

    private static function iso(?int $day): ?string
    {
        return $day === null ? null : Day::iso($day);
    }
}
