<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Models\SavedDriverModel;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

final class DriverController
{
    public function __construct(private readonly CompanyScopes $scopes, private readonly Identities $identities)
    {
    }

    public function proposal(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse((new DriverReport($this->scopes->open($ticker, $request->context()), $this->identities))->proposal());
    }

    public function value(DriverModelRequest $request, string $ticker): JsonResponse
    {
        $report = new DriverReport($this->scopes->open($ticker, $request->context()), $this->identities);
        try {
            return new JsonResponse($report->value($request->definition(), $request->points()));
        } catch (UnusableDriver $refusal) {
            throw ValidationException::withMessages(['companies' => $refusal->getMessage()]);
        }
    }

    /** Versions by the day, the latest first. */
    public function index(DatedRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse(
            DriverModelResource::collection(
                SavedDriverModel::query()
                    ->of($request->user())
                    ->where('company_id', $this->scopes->companyId($ticker))
                    ->where('as_of', '<=', $request->context()->day)
                    ->orderByDesc('id')
                    ->get(),
            ),
        );
    }

    public function store(DriverModelRequest $request, string $ticker): JsonResponse
    {
        $scope = $this->scopes->open($ticker, $request->context());
        $name = trim((string) $request->validated('name')) ?: 'Drivers';
        $kept = DB::transaction(static function () use ($request, $scope, $name): SavedDriverModel {
            $of = ['user_id' => $request->user()->id, 'company_id' => $scope->company->id, 'name' => $name];

            return SavedDriverModel::query()->create([
                ...$of,
                'version' => 1 + (int) SavedDriverModel::query()->where($of)->max('version'),
                'as_of' => $scope->asOf,
                'definition' => $request->kept(),
            ]);
        });

        return new JsonResponse(new DriverModelResource($kept), 201);
    }

    public function destroy(SavedDriverModel $model): JsonResponse
    {
        $model->delete();

        return new JsonResponse(null, 204);
    }
}
