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

/** Figures a user corrects or supplies, one by one or a whole statement, and the kind of business they choose for a company. */
final class CorrectionController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            Correction::query()->of($request->user())->with('company')->latest('id')->limit(1000)->get()->map(self::present(...)),
        );
    }

    public function store(Request $request, CompanyScopes $scopes, Corrections $corrections, string $ticker): JsonResponse
    {
        $data = $request->validate([
            'figures' => ['required', 'array', 'min:1', 'max:2000'],
            'figures.*.line' => ['required', 'string'],
            'figures.*.period' => ['required', 'integer'],
            'figures.*.value' => ['nullable', 'numeric', 'between:-1e16,1e16'],
            'note' => ['required', 'string', 'max:1000'],
            'source' => ['nullable', 'string', 'max:300'],
            'public_on' => ['nullable', 'string'],
        ]);
        $figures = array_values(
            array_map(
                static fn (array $f): array => [
                    'line' => $f['line'],
                    'period' => (int) $f['period'],
                    'value' => isset($f['value']) ? (float) $f['value'] : null,
                ],
                $data['figures'],
            ),
        );

        return new JsonResponse(
            [
                'batch' => $corrections->make(
                    $request->user(),
                    $scopes->companyId($ticker),
                    $figures,
                    $data['note'],
                    $data['source'] ?? '',
                    isset($data['public_on']) ? Day::parse($data['public_on']) : null,
                ),
            ],
            201,
        );
    }

    public function destroy(Request $request, Corrections $corrections, string $batch): JsonResponse
    {
        Correction::query()->of($request->user())->where('batch', $batch)->firstOrFail();

        return new JsonResponse(['withdrawn' => $corrections->withdraw($request->user(), $batch)]);
    }

    public function restore(Request $request, Corrections $corrections, string $batch): JsonResponse
    {
        Correction::query()->of($request->user())->where('batch', $batch)->firstOrFail();

        return new JsonResponse(['restored' => $corrections->restore($request->user(), $batch)]);
    }

    public function history(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['line' => ['required', 'string'], 'period' => ['required', 'integer']]);
        $company = $scopes->companyId($ticker);
        $versions = [];
        foreach (
            DB::table('facts')
                ->join('filings', 'filings.id', '=', 'facts.filing_id')
                ->where('facts.company_id', $company)
                ->where('line', $data['line'])
                ->where('facts.period', $data['period'])
                ->orderBy('filed_on')
                ->orderBy('facts.id')
                ->get(['value', 'filed_on', 'title', 'filings.import_id']) as $row
        ) {
            $versions[] = [
                'value' => (float) $row->value,
                'day' => Day::iso((int) $row->filed_on),
                'what' => (string) $row->title,
                'note' => '',
                'batch' => null,
                'state' => 'filed',
            ];
        }
        foreach (
            Correction::query()
                ->of($request->user())
                ->where('company_id', $company)
                ->where('line', $data['line'])
                ->where('period', $data['period'])
                ->orderBy('id')
                ->get() as $correction
        ) {
            $versions[] = [
                'value' => $correction->value,
                'day' => $correction->created_at?->format('Y-m-d') ?? '',
                'what' => $correction->value === null ? 'Struck out' : 'Corrected',
                'note' => trim("{$correction->note} ".($correction->source === '' ? '' : "({$correction->source})")),
                'batch' => $correction->batch,
                'state' => $correction->withdrawn_at === null ? 'in force' : 'withdrawn',
            ];
        }

        return new JsonResponse($versions);
    }

    public function entrySheet(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate([
            'statement' => ['required', 'in:income,balance,cash_flow,per_share_and_counts'],
            'periods' => ['required', 'string', 'max:200'],
        ]);
        $scope = $scopes->open($ticker, $contexts->of($request));
        $periods = array_map('intval', array_slice(array_filter(explode(',', $data['periods']), ctype_digit(...)), 0, 12));
        $template = $scope->company->template;
        $lines = array_map(
            static fn (LineItem $item): array => [
                'key' => $item->key,
                'label' => $item->label,
                'unit' => $item->unit->value,
                'required' => $item->absence === 'unknown',
                'rules' => array_map(
                    static fn (array $sum): array => array_map(
                        static fn (array $part): array => ['sign' => $part[0], 'line' => $part[1]],
                        $sum,
                    ),
                    $item->rules[$template->value] ?? [],
                ),
                'values' => array_map(
                    static fn (int $period): ?float => $scope->facts->isReported($item->key, $period)
                        ? $scope->facts->value($item->key, $period)
                        : null,
                    $periods,
                ),
            ],
            LineItems::ofStatement($data['statement'], $template),
        );

        return new JsonResponse([
            'name' => DB::table('companies')->where('id', $scope->company->id)->value('name'),
            'template' => $template->label(),
            'currency' => $scope->company->reportingCurrency,
            'lines' => $lines,
            'filed' => array_map(static function (int $period) use ($scope): ?string {
                $first = DB::table('filings')->where('company_id', $scope->company->id)->where('period', $period)->min('filed_on');

                return $first === null ? null : Day::iso((int) $first);
            }, $periods),
        ]);
    }

    public function template(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate([
            'template' => ['present', 'nullable', 'in:industrial,bank,insurer,property'],
            'reason' => ['required_with:template', 'nullable', 'string', 'max:500'],
        ]);
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
            'id' => $correction->id,
            'batch' => $correction->batch,
            'ticker' => $correction->company->reference(),
            'company' => $correction->company->name,
            'line' => $correction->line,
            'label' => LineItems::find($correction->line)->label ?? $correction->line,
            'period' => $correction->period,
            'period_label' => FiscalPeriod::label($correction->period),
            'value' => $correction->value,
            'unit' => LineItems::find($correction->line)->unit->value ?? 'ratio',
            'currency' => $correction->company->reporting_currency,
            'note' => $correction->note,
            'source' => $correction->source,
            'made_on' => $correction->created_at?->format('Y-m-d H:i'),
            'withdrawn_on' => $correction->withdrawn_at?->format('Y-m-d H:i'),
        ];
    }
}
