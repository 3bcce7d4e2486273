<?php

declare(strict_types=1);

namespace App\Feature\OwnMetric;

use App\Evaluation\Catalogues;
use App\Evaluation\CompanyScopes;
use App\Evaluation\FigureReport;
use App\Http\RequestContexts;
use App\Identity\Identities;
use App\Models\Company;
use App\Models\OwnMetric;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Comparison\OwnMetricDefinition as Definition;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

final class OwnMetricController
{
    public function index(Request $request, Catalogues $catalogues): JsonResponse
    {
        $catalogue = $catalogues->of($request->user());

        return new JsonResponse(
            OwnMetric::query()
                ->of($request->user())
                ->orderBy('label')
                ->get()
                ->map(
                    fn (OwnMetric $metric): array => [
                        ...self::present($metric),
                        'depends_on' => $catalogue->ownDependencies($metric->key),
                        'used_by' => $catalogues->uses($request->user(), $metric),
                    ],
                ),
        );
    }

    public function store(Request $request, Catalogues $catalogues): JsonResponse
    {
        $data = self::validated($request);
        if (OwnMetric::query()->of($request->user())->where('key', $data['key'])->exists()) {
            throw new ConflictHttpException("You already have a metric \"{$data['key']}\". Change that one, or choose another name.");
        }
        self::define($catalogues, $request, $data);
        $metric = OwnMetric::query()->create(['user_id' => $request->user()->id, ...self::columns($data)]);
        $catalogues->forget($request->user());

        return new JsonResponse(self::present($metric), 201);
    }

    public function update(Request $request, Catalogues $catalogues, OwnMetric $metric): JsonResponse
    {
        $data = self::validated($request);
        if ($data['key'] !== $metric->key || $data['kind'] !== $metric->kind) {
            self::mustBeFree($catalogues->uses($request->user(), $metric), 'Its name and kind cannot change');
        }
        self::define($catalogues, $request, $data);
        $metric->update(self::columns($data));
        $catalogues->forget($request->user());

        return new JsonResponse(self::present($metric));
    }

    public function destroy(Request $request, Catalogues $catalogues, OwnMetric $metric): JsonResponse
    {
        self::mustBeFree($catalogues->uses($request->user(), $metric), 'It cannot be deleted');
        $metric->delete();
        $catalogues->forget($request->user());

        return new JsonResponse(null, 204);
    }

    public function preview(
        Request $request,
        RequestContexts $contexts,
        Catalogues $catalogues,
        CompanyScopes $scopes,
        Identities $identities,
    ): JsonResponse {
        $data = $request->validate([
            'formula' => ['required', 'string'],
            'tickers' => ['array', 'max:3'],
            'tickers.*' => ['string'],
            'as_of' => ['nullable', 'string'],
        ]);
        $tree = $catalogues->of($request->user())->parse($data['formula']);
        $companies = [];
        foreach (self::examples($data['tickers'] ?? [], $identities) as $ticker) {
            $scope = $scopes->open($ticker, $contexts->of($request, $data['as_of'] ?? null));
            $companies[] = [
                'ticker' => $scope->company->ticker,
                'figure' => (new FigureReport($scope))->explainFormula($data['formula'])['working']->figure,
            ];
        }

        return new JsonResponse([
            'unit' => $catalogues->of($request->user())->unitOf($tree)->value,
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
        $first = Company::query()
            ->where('template', '!=', 'fund')
            ->groupBy('template')
            ->selectRaw('min(id) as first')
            ->pluck('first')
            ->map(intval(...))
            ->sort();

        return array_slice(array_values(array_unique([...$asked, ...array_values($identities->references($first))])), 0, 3);
    }

    /** @return array<string, mixed> */
    private static function validated(Request $request): array
    {
        return $request->validate([
            'key' => ['required', 'string', 'max:60'],
            'label' => ['required', 'string', 'max:120'],
            'kind' => ['required', 'in:formula,ranking,regression'],
            'definition' => ['required'],
            'unit' => ['string', 'max:16'],
            'better' => ['in:higher,lower,neutral'],
            'note' => ['nullable', 'string', 'max:1000'],
        ]);
    }

    /** @param  array<string, mixed>  $data */
    private static function define(Catalogues $catalogues, Request $request, array $data): void
    {
        Definition::define(
            $catalogues->of($request->user()),
            $data['key'],
            $data['label'],
            $data['kind'],
            $data['definition'],
            $data['unit'] ?? 'ratio',
            $data['better'] ?? 'neutral',
            $data['note'] ?? '',
        );
    }

    /**
     * @param  array<string, mixed>  $data
     * @return array<string, mixed>
     */
    private static function columns(array $data): array
    {
        return [
            'key' => $data['key'],
            'label' => $data['label'],
            'kind' => $data['kind'],
            'definition' => ['definition' => $data['definition']],
            'unit' => $data['unit'] ?? 'ratio',
            'better' => $data['better'] ?? 'neutral',
            'note' => $data['note'] ?? '',
        ];
    }

    /** @param  list<string>  $uses */
    private static function mustBeFree(array $uses, string $what): void
    {
        if ($uses !== []) {
            throw new ConflictHttpException("{$what} while it is used by ".implode(', ', $uses).'.');
        }
    }

    /** @return array<string, mixed> */
    private static function present(OwnMetric $metric): array
    {
        return [
            ...$metric->only(['id', 'key', 'label', 'kind', 'unit', 'better', 'note']),
            'definition' => $metric->definition['definition'],
        ];
    }
}
