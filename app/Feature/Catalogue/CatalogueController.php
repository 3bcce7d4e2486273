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
use OpenApi\Attributes as OA;

final class CatalogueController
{
    #[OA\Get(path: '/catalogue', operationId: 'catalogue', responses: [new OA\Response(response: 200, description: 'Metrics, groups, lines, functions, and what a universe can be narrowed by', content: new OA\JsonContent(required: ['metrics', 'groups', 'lines', 'market_names', 'functions', 'sectors', 'sections', 'countries', 'exchanges', 'indices'], properties: [
        new OA\Property(property: 'metrics', type: 'array', items: new OA\Items(ref: '#/components/schemas/Metric')), new OA\Property(property: 'groups', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
        new OA\Property(property: 'lines', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'unit'], properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'unit', type: 'string')])),
        new OA\Property(property: 'functions', type: 'array', items: new OA\Items(type: 'object', required: ['name', 'parameters', 'description', 'reads', 'example'], properties: [new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'parameters', type: 'string'), new OA\Property(property: 'description', type: 'string'), new OA\Property(property: 'reads', type: 'string'), new OA\Property(property: 'example', type: 'string')])),
        new OA\Property(property: 'market_names', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'unit'], properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'unit', type: 'string')])),
        new OA\Property(property: 'sections', type: 'array', description: 'The tree of industries', items: new OA\Items(type: 'object', required: ['key', 'label', 'sectors'], properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'sectors', type: 'array', items: new OA\Items(type: 'string'))])),
        new OA\Property(property: 'indices', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
        new OA\Property(property: 'sectors', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')), new OA\Property(property: 'countries', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')), new OA\Property(property: 'exchanges', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
    ]))])]
    public function index(Request $request, Catalogues $catalogues): JsonResponse
    {
        $sectors = [];
        foreach (DB::table('companies')->where('template', '!=', 'fund')->distinct()->orderBy('sector')->pluck('sector') as $sector) {
            $sectors[$sector] = IndustryTree::label((string) $sector);
        }
        $sections = [];
        foreach (IndustryTree::SECTIONS as $letter => [$label]) {
            $within = array_values(array_filter(array_map('strval', array_keys($sectors)), static fn (string $sector): bool => IndustryTree::contains($letter, $sector)));
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
            'lines' => array_values(array_map(static fn (LineItem $item): array => ['key' => $item->key, 'label' => $item->label, 'unit' => $item->unit->value], LineItems::all())),
            'functions' => array_values(array_map(static fn (FormulaFunction $f): array => ['name' => $f->name(), 'parameters' => $f->signature(), 'description' => $f->description(), 'reads' => $f->reads(), 'example' => $f->example()], Functions::all())),
            'market_names' => $names, 'sectors' => (object) $sectors, 'sections' => $sections, 'indices' => DB::table('securities')->join('listings', 'listings.security_id', '=', 'securities.id')->where('kind', 'index')->orderBy('securities.id')->pluck('name', 'ticker'), 'countries' => (object) Country::query()->orderBy('code')->pluck('name', 'code')->all(), 'exchanges' => DB::table('exchanges')->pluck('name', 'code'),
        ]);
    }

    #[OA\Get(path: '/metrics/{key}', operationId: 'metricInUniverse', parameters: [new OA\PathParameter(name: 'key', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'as_of', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'A metric over all shares: spread, coverage, both ends', content: new OA\JsonContent(required: ['as_of', 'distribution', 'coverage', 'highest', 'lowest'], properties: [
        new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'distribution', ref: '#/components/schemas/Distribution'), new OA\Property(property: 'coverage', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer')),
        new OA\Property(property: 'highest', type: 'array', items: new OA\Items(ref: '#/components/schemas/Placed')), new OA\Property(property: 'lowest', type: 'array', items: new OA\Items(ref: '#/components/schemas/Placed')),
    ]))])]
    public function metricInUniverse(Request $request, ScreenRunner $runner, RequestContexts $contexts, string $key): JsonResponse
    {
        return new JsonResponse($runner->metric($key, $contexts->of($request, $request->query('as_of'))));
    }

    #[OA\Get(path: '/ready-screens', operationId: 'readyScreens', responses: [new OA\Response(response: 200, description: 'Screens and checklists that come with the program', content: new OA\JsonContent(type: 'array', items: new OA\Items(type: 'object', required: ['key', 'use', 'screen'], properties: [
        new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'use', type: 'string', enum: ['screen', 'checklist']), new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'),
    ])))])]
    public function readyScreens(): JsonResponse
    {
        $ready = ReadyScreens::all();

        return new JsonResponse(array_map(static fn (string $key): array => ['key' => $key, 'use' => $ready[$key]['use'], 'screen' => $ready[$key]['screen']->toArray()], array_keys($ready)));
    }

    #[OA\Get(path: '/status', operationId: 'status', responses: [new OA\Response(response: 200, description: 'The latest day of the data', content: new OA\JsonContent(required: ['latest_day', 'currency', 'ready'], properties: [
        new OA\Property(property: 'latest_day', type: 'string', nullable: true), new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'ready', type: 'boolean'),
    ]))])]
    public function status(ColumnStore $columns): JsonResponse
    {
        $day = $columns->latestDay();

        return new JsonResponse(['latest_day' => $day === null ? null : Day::iso($day), 'currency' => config('logion.currency'), 'ready' => $day !== null && $columns->isComplete($day)]);
    }

    /** @return array<string, mixed> */
    private static function metric(Metric $metric): array
    {
        return [
            'key' => $metric->key, 'label' => $metric->label, 'group' => $metric->group, 'unit' => $metric->unit->value, 'better' => $metric->better, 'formula' => $metric->formula,
            'not_meaningful_when' => $metric->notMeaningfulWhen, 'templates' => array_map(static fn ($t): string => $t->value, $metric->templates), 'basis' => $metric->basis, 'note' => $metric->note, 'synonyms' => Catalogue::synonyms($metric->key), 'compares' => $metric->comparison !== null,
        ];
    }
}
