<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Evaluation\Catalogues;
use App\Feature\Screening\ScreenRunner;
use App\Http\RequestContexts;
use App\Models\Country;
use App\Storage\ColumnStore;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Functions;
use Logion\Metric\Catalogue;
use Logion\Metric\Metric;
use Logion\Reference\IndustryTree;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Screening\ReadyScreens;
use Logion\Time\Day;

final class CatalogueController
{
    public function index(Request $request, Catalogues $catalogues): JsonResponse
    {
        $sectors = [];
        foreach (DB::table('companies')->where('template', '!=', 'fund')->distinct()->orderBy('sector')->pluck('sector') as $sector) {
            $sectors[$sector] = IndustryTree::label((string) $sector);
        }
        $sections = [];
        foreach (IndustryTree::SECTIONS as $letter => [$label]) {
            $within = array_values(
                array_filter(
                    array_map('strval', array_keys($sectors)),
                    static fn (string $sector): bool => IndustryTree::contains($letter, $sector),
                ),
            );
            if ($within !== []) {
                $sections[] = ['key' => $letter, 'label' => $label, 'sectors' => $within];
            }
        }
        $names = [];
        foreach (Catalogue::MARKET_NAMES as $key => [$label, $unit]) {
            $names[] = ['key' => $key, 'label' => $label, 'unit' => $unit];
        }

        return new JsonResponse([
            'metrics' => array_values(array_map(self::metric(...), $catalogues->of($request->user())->all())),
            'groups' => Catalogue::GROUPS,
            'lines' => array_values(
                array_map(
                    static fn (LineItem $item): array => ['key' => $item->key, 'label' => $item->label, 'unit' => $item->unit->value],
                    LineItems::all(),
                ),
            ),
            'functions' => array_values(
                array_map(
                    static fn (FormulaFunction $f): array => [
                        'name' => $f->name(),
                        'parameters' => $f->signature(),
                        'description' => $f->description(),
                        'reads' => $f->reads(),
                        'example' => $f->example(),
                    ],
                    Functions::all(),
                ),
            ),
            'market_names' => $names,
            'sectors' => (object) $sectors,
            'sections' => $sections,
            'indices' => DB::table('securities')
                ->join('listings', 'listings.security_id', '=', 'securities.id')
                ->where('kind', 'index')
                ->orderBy('securities.id')
                ->pluck('name', 'ticker'),
            'countries' => (object) Country::query()->orderBy('code')->pluck('name', 'code')->all(),
            'exchanges' => DB::table('exchanges')->pluck('name', 'code'),
        ]);
    }

    public function metricInUniverse(Request $request, ScreenRunner $runner, RequestContexts $contexts, string $key): JsonResponse
    {
        return new JsonResponse($runner->metric($key, $contexts->of($request, $request->query('as_of'))));
    }

    public function readyScreens(): JsonResponse
    {
        $ready = ReadyScreens::all();

        return new JsonResponse(
            array_map(
                static fn (string $key): array => [
                    'key' => $key,
                    'use' => $ready[$key]['use'],
                    'screen' => $ready[$key]['screen']->toArray(),
                ],
                array_keys($ready),
            ),
        );
    }

    public function status(ColumnStore $columns): JsonResponse
    {
        $day = $columns->latestDay();

        return new JsonResponse([
            'latest_day' => $day === null ? null : Day::iso($day),
            'currency' => config('logion.currency'),
            'ready' => $day !== null && $columns->isComplete($day),
        ]);
    }

    /** @return array<string, mixed> */
    private static function metric(Metric $metric): array
    {
        return [
            'key' => $metric->key,
            'label' => $metric->label,
            'group' => $metric->group,
            'unit' => $metric->unit->value,
            'better' => $metric->better,
            'formula' => $metric->formula,
            'not_meaningful_when' => $metric->notMeaningfulWhen,
            'templates' => array_map(static fn ($t): string => $t->value, $metric->templates),
            'basis' => $metric->basis,
            'note' => $metric->note,
            'synonyms' => Catalogue::synonyms($metric->key),
            'compares' => $metric->comparison !== null,
        ];
    }
}
