<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Evaluation\CompanyScopes;
use App\Http\ProblemResponse;
use App\Http\RequestContexts;
use App\Models\Correction;
use App\Models\TemplateChoice;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use OpenApi\Attributes as OA;

/** Figures a user corrects or supplies, one by one or a whole statement, and the kind of business they choose for a company. */
final class CorrectionController
{
    #[OA\Get(path: '/corrections', operationId: 'corrections', responses: [new OA\Response(response: 200, description: 'Own corrections, latest first; withdrawn ones too', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Correction')))])]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(Correction::query()->of($request->user())->with('company')->latest('id')->limit(1000)->get()->map(self::present(...)));
    }

    #[OA\Post(path: '/companies/{ticker}/corrections', operationId: 'correct', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['figures', 'note'], properties: [
        new OA\Property(property: 'figures', type: 'array', items: new OA\Items(type: 'object', required: ['line', 'period'], properties: [new OA\Property(property: 'line', type: 'string'), new OA\Property(property: 'period', type: 'integer'), new OA\Property(property: 'value', type: 'number', nullable: true, description: 'null strikes the figure out')])),
        new OA\Property(property: 'note', type: 'string'), new OA\Property(property: 'source', type: 'string'), new OA\Property(property: 'public_on', type: 'string', nullable: true),
    ])), responses: [new OA\Response(response: 201, description: 'In force', content: new OA\JsonContent(required: ['batch'], properties: [new OA\Property(property: 'batch', type: 'string')]))])]
    public function store(Request $request, CompanyScopes $scopes, Corrections $corrections, string $ticker): JsonResponse
    {
        $data = $request->validate([
            'figures' => ['required', 'array', 'min:1', 'max:2000'], 'figures.*.line' => ['required', 'string'], 'figures.*.period' => ['required', 'integer'], 'figures.*.value' => ['nullable', 'numeric', 'between:-1e16,1e16'],
            'note' => ['required', 'string', 'max:1000'], 'source' => ['nullable', 'string', 'max:300'], 'public_on' => ['nullable', 'string'],
        ]);
        $figures = array_values(array_map(static fn (array $f): array => ['line' => $f['line'], 'period' => (int) $f['period'], 'value' => isset($f['value']) ? (float) $f['value'] : null], $data['figures']));

        return new JsonResponse(['batch' => $corrections->make($request->user(), $scopes->companyId($ticker), $figures, $data['note'], $data['source'] ?? '', isset($data['public_on']) ? Day::parse($data['public_on']) : null)], 201);
    }

    #[OA\Delete(path: '/corrections/{batch}', operationId: 'withdrawCorrections', parameters: [new OA\PathParameter(name: 'batch', required: true, schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Withdrawn', content: new OA\JsonContent(required: ['withdrawn'], properties: [new OA\Property(property: 'withdrawn', type: 'integer')]))])]
    public function destroy(Request $request, Corrections $corrections, string $batch): JsonResponse
    {
        Correction::query()->of($request->user())->where('batch', $batch)->firstOrFail();

        return new JsonResponse(['withdrawn' => $corrections->withdraw($request->user(), $batch)]);
    }

    #[OA\Post(path: '/corrections/{batch}/restore', operationId: 'restoreCorrections', parameters: [new OA\PathParameter(name: 'batch', required: true, schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'In force again', content: new OA\JsonContent(required: ['restored'], properties: [new OA\Property(property: 'restored', type: 'integer')]))])]
    public function restore(Request $request, Corrections $corrections, string $batch): JsonResponse
    {
        Correction::query()->of($request->user())->where('batch', $batch)->firstOrFail();

        return new JsonResponse(['restored' => $corrections->restore($request->user(), $batch)]);
    }

    #[OA\Get(path: '/companies/{ticker}/figure-history', operationId: 'figureHistory', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'line', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'period', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 200, description: 'Every figure that was ever filed or entered for a cell, oldest first', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/FigureVersion')))])]
    public function history(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['line' => ['required', 'string'], 'period' => ['required', 'integer']]);
        $company = $scopes->companyId($ticker);
        $versions = [];
        foreach (DB::table('facts')->join('filings', 'filings.id', '=', 'facts.filing_id')->where('facts.company_id', $company)->where('line', $data['line'])->where('facts.period', $data['period'])->orderBy('filed_on')->orderBy('facts.id')->get(['value', 'filed_on', 'title', 'filings.import_id']) as $row) {
            $versions[] = ['value' => (float) $row->value, 'day' => Day::iso((int) $row->filed_on), 'what' => (string) $row->title, 'note' => '', 'batch' => null, 'state' => 'filed'];
        }
        foreach (Correction::query()->of($request->user())->where('company_id', $company)->where('line', $data['line'])->where('period', $data['period'])->orderBy('id')->get() as $correction) {
            $versions[] = ['value' => $correction->value, 'day' => $correction->created_at?->format('Y-m-d') ?? '', 'what' => $correction->value === null ? 'Struck out' : 'Corrected', 'note' => trim("{$correction->note} ".($correction->source === '' ? '' : "({$correction->source})")), 'batch' => $correction->batch, 'state' => $correction->withdrawn_at === null ? 'in force' : 'withdrawn'];
        }

        return new JsonResponse($versions);
    }

    #[OA\Get(path: '/companies/{ticker}/entry-sheet', operationId: 'entrySheet', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'statement', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'periods', required: true, description: 'Periods, comma separated', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'The lines of a statement with their sum rules and what is known', content: new OA\JsonContent(required: ['name', 'template', 'currency', 'lines', 'filed'], properties: [
        new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'template', type: 'string'), new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'filed', type: 'array', description: 'First filing day by period; null where nothing was filed', items: new OA\Items(type: 'string', nullable: true)),
        new OA\Property(property: 'lines', type: 'array', items: new OA\Items(type: 'object', required: ['key', 'label', 'unit', 'rules', 'values', 'required'], properties: [
            new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'label', type: 'string'), new OA\Property(property: 'unit', type: 'string'), new OA\Property(property: 'required', type: 'boolean', description: 'A sum needs it; others may be left empty'),
            new OA\Property(property: 'rules', type: 'array', items: new OA\Items(type: 'array', items: new OA\Items(type: 'object', required: ['sign', 'line'], properties: [new OA\Property(property: 'sign', type: 'integer'), new OA\Property(property: 'line', type: 'string')]))), new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'number', nullable: true)),
        ])),
    ]))])]
    public function entrySheet(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['statement' => ['required', 'in:income,balance,cash_flow,per_share_and_counts'], 'periods' => ['required', 'string', 'max:200']]);
        $scope = $scopes->open($ticker, $contexts->of($request));
        $periods = array_map('intval', array_slice(array_filter(explode(',', $data['periods']), ctype_digit(...)), 0, 12));
        $template = $scope->company->template;
        $lines = array_map(static fn (LineItem $item): array => [
            'key' => $item->key, 'label' => $item->label, 'unit' => $item->unit->value, 'required' => $item->absence === 'unknown', 'rules' => array_map(static fn (array $sum): array => array_map(static fn (array $part): array => ['sign' => $part[0], 'line' => $part[1]], $sum), $item->rules[$template->value] ?? []),
            'values' => array_map(static fn (int $period): ?float => $scope->facts->isReported($item->key, $period) ? $scope->facts->value($item->key, $period) : null, $periods),
        ], LineItems::ofStatement($data['statement'], $template));

        return new JsonResponse(['name' => DB::table('companies')->where('id', $scope->company->id)->value('name'), 'template' => $template->label(), 'currency' => $scope->company->reportingCurrency, 'lines' => $lines, 'filed' => array_map(static function (int $period) use ($scope): ?string {
            $first = DB::table('filings')->where('company_id', $scope->company->id)->where('period', $period)->min('filed_on');

            return $first === null ? null : Day::iso((int) $first);
        }, $periods)]);
    }

    #[OA\Put(path: '/companies/{ticker}/template', operationId: 'chooseTemplate', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['template'], properties: [new OA\Property(property: 'template', type: 'string', nullable: true, description: 'null takes the choice back'), new OA\Property(property: 'reason', type: 'string')])), responses: [new OA\Response(response: 200, description: 'Chosen', content: new OA\JsonContent(required: ['template'], properties: [new OA\Property(property: 'template', type: 'string')]))])]
    public function template(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['template' => ['present', 'nullable', 'in:industrial,bank,insurer,property'], 'reason' => ['required_with:template', 'nullable', 'string', 'max:500']]);
        $company = $scopes->companyId($ticker);
        $key = ['user_id' => $request->user()->id, 'company_id' => $company];
        $own = (string) DB::table('companies')->where('id', $company)->value('template');
        if ($own === ReportingModel::Fund->value) {
            return ProblemResponse::unprocessable('A fund has no accounts, so it has no kind of business to choose.');
        }
        if (! isset($data['template']) || $data['template'] === $own) {
            TemplateChoice::query()->where($key)->delete();
        } else {
            TemplateChoice::query()->updateOrCreate($key, ['template' => $data['template'], 'reason' => $data['reason'] ?? '']);
        }

        return new JsonResponse(['template' => $data['template'] ?? $own]);
    }

    /** @return array<string, mixed> */
    private static function present(Correction $correction): array
    {
        return [
            'id' => $correction->id, 'batch' => $correction->batch, 'ticker' => $correction->company->reference(), 'company' => $correction->company->name, 'line' => $correction->line, 'label' => LineItems::find($correction->line)->label ?? $correction->line, 'period' => $correction->period, 'period_label' => FiscalPeriod::label($correction->period),
            'value' => $correction->value, 'unit' => LineItems::find($correction->line)->unit->value ?? 'ratio', 'currency' => $correction->company->reporting_currency, 'note' => $correction->note, 'source' => $correction->source, 'made_on' => $correction->created_at?->format('Y-m-d H:i'), 'withdrawn_on' => $correction->withdrawn_at?->format('Y-m-d H:i'),
        ];
    }
}
