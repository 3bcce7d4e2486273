<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Demo\Names;
use App\Facts\ColumnStore;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Logion\Accounts\LineItem;
use Logion\Accounts\LineItems;
use Logion\Market\Day;
use Logion\Metrics\Catalogue;
use Logion\Metrics\Formula\FunctionDefinition;
use Logion\Metrics\Formula\Functions;
use Logion\Metrics\Metric;
use OpenApi\Attributes as OA;

final class CatalogueController
{
    #[OA\Get(path: '/catalogue', operationId: 'catalogue', responses: [new OA\Response(response: 200, description: 'Metrics, groups, lines, functions, and what a universe can be narrowed by', content: new OA\JsonContent(required: ['metrics', 'groups', 'lines', 'functions', 'sectors', 'countries', 'exchanges'], properties: [
        new OA\Property(property: 'metrics', type: 'array', items: new OA\Items(ref: '#/components/schemas/Metric')), new OA\Property(property: 'groups', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
        new OA\Property(property: 'lines', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'unit'], properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'unit', type: 'string')])),
        new OA\Property(property: 'functions', type: 'array', items: new OA\Items(type: 'object', required: ['name', 'parameters', 'description'], properties: [new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'parameters', type: 'string'), new OA\Property(property: 'description', type: 'string')])),
        new OA\Property(property: 'sectors', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')), new OA\Property(property: 'countries', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')), new OA\Property(property: 'exchanges', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
    ]))])]
    public function index(): JsonResponse
    {
        $sectors = [];
        foreach (DB::table('companies')->distinct()->orderBy('sector')->pluck('sector') as $sector) {
            $sectors[$sector] = Names::sectorLabel((string) $sector);
        }

        return new JsonResponse([
            'metrics' => array_values(array_map(self::metric(...), Catalogue::builtIn()->all())),
            'groups' => Catalogue::GROUPS,
            'lines' => array_values(array_map(static fn (LineItem $item): array => ['key' => $item->key, 'label' => $item->label, 'unit' => $item->unit->value], LineItems::all())),
            'functions' => array_values(array_map(static fn (FunctionDefinition $f): array => ['name' => $f->name, 'parameters' => $f->signature(), 'description' => $f->description], Functions::all())),
            'sectors' => (object) $sectors, 'countries' => Names::COUNTRIES, 'exchanges' => DB::table('exchanges')->pluck('name', 'code'),
        ]);
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
            'not_meaningful_when' => $metric->notMeaningfulWhen, 'templates' => array_map(static fn ($t): string => $t->value, $metric->templates), 'basis' => $metric->basis, 'note' => $metric->note,
        ];
    }
}
