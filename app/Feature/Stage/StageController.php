<?php

declare(strict_types=1);

namespace App\Feature\Stage;

use App\Http\DatedRequest;
use App\Models\Candidate;
use App\Models\WorkStages;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Candidates and the stages they are in. */
final class StageController
{
    public function __construct(private readonly StageReport $report)
    {
    }

    public function index(DatedRequest $request): JsonResponse
    {
        return new JsonResponse($this->report->of($request->user(), $request->context()->day));
    }

    /** Names the stages anew; whose stage is gone stands in the first. */
    public function stages(StagesRequest $request): JsonResponse
    {
        WorkStages::query()->updateOrCreate(['user_id' => $request->user()->id], ['stages' => $request->stages()]);

        return new JsonResponse($this->report->of($request->user(), $request->context()->day));
    }

    /** Puts a company into a stage, or moves it there; the days count from the day it came. */
    public function put(CandidateRequest $request, Identities $identities, string $ticker): JsonResponse
    {
        $day = $request->context()->day;
        $stages = array_column(StageReport::stages($request->user()), 'key');
        $stage = $request->validated('stage') ?? $stages[0];
        if (! in_array($stage, $stages, true)) {
            throw Refusal::because(Words::say('there_is_no_such_stage', stages: implode(', ', $stages)));
        }
        $company = $identities->company($ticker, $day);
        DB::transaction(static function () use ($request, $company, $stage, $day): void {
            $candidate = Candidate::query()->firstOrNew(['user_id' => $request->user()->id, 'company_id' => $company]);
            if ($candidate->stage !== $stage) {
                $candidate->stage = $stage;
                $candidate->entered_on = $day;
            }
            if ($request->has('note')) {
                $candidate->note = $request->validated('note');
            }
            $candidate->position = $request->validated('position') ?? $candidate->position ?? 0;
            $candidate->save();
        });

        return new JsonResponse($this->report->of($request->user(), $day));
    }

    public function remove(DatedRequest $request, Identities $identities, string $ticker): JsonResponse
    {
        $company = $identities->company($ticker, $request->context()->day);
        Candidate::query()->of($request->user())->where('company_id', $company)->delete();

        return new JsonResponse(null, 204);
    }
}
