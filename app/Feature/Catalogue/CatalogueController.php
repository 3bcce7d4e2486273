<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Evaluation\Catalogues;
use App\Feature\Screening\Spread;
use App\Http\DatedRequest;
use App\Models\Company;
use App\Models\Country;
use App\Models\Exchange;
use App\Storage\ColumnStore;
use App\Storage\Identity\Indices;
use App\Storage\Settings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Functions;
use Logion\Metric\Catalogue;
use Logion\Reference\IndustryTree;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Screening\ReadyScreens;
use Logion\Time\Day;

final class CatalogueController
{
    public function index(Request $request, Catalogues $catalogues, Indices $indices): JsonResponse
    {
        $sectors = self::sectors();
        $names = [];
        $own = $catalogues->of($request->user());
        foreach (Catalogue::marketNames() as $key) {
            $names[] = ['key' => $key, 'label' => $own->label($key), 'unit' => $own->unit($key)->value];
        }

        return new JsonResponse([
            'metrics' => MetricResource::collection(array_values($own->all())),
            'groups' => Catalogue::groups(),
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
                        'description' => $f->meaning(),
                        'reads' => $f->window(),
                        'example' => $f->example(),
                    ],
                    Functions::all(),
                ),
            ),
            'market_names' => $names,
            'sectors' => (object) array_combine($sectors, array_map(IndustryTree::label(...), $sectors)),
            'sections' => self::sections($sectors),
            'indices' => (object) $indices->names(),
            'countries' => (object) Country::query()->orderBy('code')->pluck('name', 'code')->all(),
            'exchanges' => Exchange::query()->orderBy('id')->pluck('name', 'code'),
        ]);
    }

    /** @return list<string> codes of the industries companies belong to */
    private static function sectors(): array
    {
        return Company::query()->ofBusinesses()->distinct()->orderBy('sector')->pluck('sector')->map(strval(...))->values()->all();
    }

    /**
     * @param  list<string>  $sectors
     * @return list<array{key: string, label: string, sectors: list<string>}> sections that have companies
     */
    private static function sections(array $sectors): array
    {
        $sections = [];
        foreach (array_keys(IndustryTree::SECTIONS) as $letter) {
            $within = array_values(array_filter($sectors, static fn (string $sector): bool => IndustryTree::contains($letter, $sector)));
            if ($within !== []) {
                $sections[] = ['key' => $letter, 'label' => IndustryTree::label($letter), 'sectors' => $within];
            }
        }

        return $sections;
    }

    public function metricInUniverse(DatedRequest $request, Spread $spread, string $key): JsonResponse
    {
        return new JsonResponse($spread->metric($key, $request->context()));
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

    public function status(ColumnStore $columns, Settings $settings): JsonResponse
    {
        $day = $columns->latestDay();

        return new JsonResponse([
            'latest_day' => $day === null ? null : Day::iso($day),
            'currency' => $settings->knownCurrency(),
            'ready' => $day !== null && $columns->isComplete($day),
        ]);
    }
}
