<?php

declare(strict_types=1);

namespace App\Feature\OwnMetric;

use App\Evaluation\Catalogues;
use App\Evaluation\CompanyScopes;
use App\Evaluation\FigureReport;
use App\Models\Company;
use App\Models\OwnMetric;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Comparison\OwnMetricDefinition;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

final class OwnMetricController
{
    public function __construct(private readonly Catalogues $catalogues)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $user = $request->user();
        $catalogue = $this->catalogues->of($user);

        return new JsonResponse(
            OwnMetric::query()
                ->of($user)
                ->orderBy('label')
                ->get()
                ->map(
                    fn (OwnMetric $metric): array => [
                        ...(new OwnMetricResource($metric))->toArray($request),
                        'depends_on' => $catalogue->ownDependencies($metric->key),
                        'used_by' => $this->catalogues->uses($user, $metric),
                    ],
                ),
        );
    }

    public function store(OwnMetricRequest $request): JsonResponse
    {
        $data = $request->metric();
        if (OwnMetric::query()->of($request->user())->where('key', $data['key'])->exists()) {
            throw new ConflictHttpException(Words::say('you_already_have_a_metric_change', key: $data['key']));
        }
        $this->define($request);
        $metric = OwnMetric::query()->create(['user_id' => $request->user()->id, ...self::columns($data)]);
        $this->catalogues->forget($request->user());

        return new JsonResponse(new OwnMetricResource($metric), 201);
    }

    public function update(OwnMetricRequest $request, OwnMetric $metric): JsonResponse
    {
        $data = $request->metric();
        if ($data['key'] !== $metric->key || $data['kind'] !== $metric->kind) {
            self::mustBeFree($this->catalogues->uses($request->user(), $metric), Words::say('its_name_and_kind_cannot_change'));
        }
        $this->define($request);
        $metric->update(self::columns($data));
        $this->catalogues->forget($request->user());

        return new JsonResponse(new OwnMetricResource($metric));
    }

    public function destroy(Request $request, OwnMetric $metric): JsonResponse
    {
        self::mustBeFree($this->catalogues->uses($request->user(), $metric), Words::say('it_cannot_be_deleted'));
        $metric->delete();
        $this->catalogues->forget($request->user());

        return new JsonResponse(null, 204);
    }

    public function preview(PreviewRequest $request, CompanyScopes $scopes, Identities $identities): JsonResponse
    {
        $formula = $request->validated('formula');
        $catalogue = $this->catalogues->of($request->user());
        $tree = $catalogue->parse($formula);
        $companies = [];
        foreach (self::examples($request->validated('tickers') ?? [], $identities) as $ticker) {
            $scope = $scopes->open($ticker, $request->context());
            $companies[] = [
                'ticker' => $scope->company->ticker,
                'figure' => (new FigureReport($scope))->explainFormula($formula)['working']->figure,
            ];
        }

        return new JsonResponse([
            'unit' => $catalogue->unitOf($tree)->value,
            'is_condition' => $tree->isCondition(),
            'companies' => $companies,
        ]);
    }

    /**
     * Companies to try a formula on: those asked for, and of each kind of business the first, three in all.
     *
     * @param  list<string>  $asked
     * @return list<string>
     */
    private static function examples(array $asked, Identities $identities): array
    {
        $first = collect(ReportingModel::ofBusinesses())
            ->map(static fn (ReportingModel $model): ?int => Company::query()->where('template', $model->value)->min('id'))
            ->filter()
            ->map(intval(...))
            ->sort();

        return array_slice(array_values(array_unique([...$asked, ...array_values($identities->references($first))])), 0, 3);
    }

    private function define(OwnMetricRequest $request): void
    {
        $data = $request->metric();
        OwnMetricDefinition::define(
            $this->catalogues->of($request->user()),
            $data['key'],
            $data['label'],
            $data['kind'],
            $data['definition'],
            $data['unit'],
            $data['better'],
            $data['note'],
        );
    }

    /**
     * @param  array{definition: mixed}&array<string, mixed>  $data
     * @return array<string, mixed>
     */
    private static function columns(array $data): array
    {
        return [...$data, 'definition' => ['definition' => $data['definition']]];
    }

    /** @param  list<string>  $uses */
    private static function mustBeFree(array $uses, string $what): void
    {
        if ($uses !== []) {
            throw new ConflictHttpException(Words::say('while_it_is_used_by', what: $what, uses: implode(', ', $uses)));
        }
    }
}
