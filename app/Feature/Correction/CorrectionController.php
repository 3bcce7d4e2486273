<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Evaluation\CompanyScopes;
use App\Http\ProblemResponse;
use App\Models\Company;
use App\Models\Correction;
use App\Models\TemplateChoice;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\AnonymousResourceCollection;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;

/** Figures a user corrects or supplies, one by one or a whole statement, and the kind of business they choose for a company. */
final class CorrectionController
{
    /** On a page of the list, the latest first. */
    private const PER_PAGE = 500;

    public function index(Request $request): AnonymousResourceCollection
    {
        return CorrectionResource::collection(
            Correction::query()->of($request->user())->with('company')->latest('id')->paginate(self::PER_PAGE),
        );
    }

    public function store(CorrectionRequest $request, CompanyScopes $scopes, Corrections $corrections, string $ticker): JsonResponse
    {
        $publicOn = $request->validated('public_on');

        return new JsonResponse(
            [
                'batch' => $corrections->make(
                    $request->user(),
                    $scopes->companyId($ticker),
                    $request->figures(),
                    $request->validated('note'),
                    $request->validated('source') ?? '',
                    $publicOn === null ? null : Day::parse($publicOn),
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

    public function history(FigureHistoryRequest $request, CompanyScopes $scopes, FigureHistory $history, string $ticker): JsonResponse
    {
        return new JsonResponse(
            $history->of($request->user(), $scopes->companyId($ticker), $request->validated('line'), (int) $request->validated('period')),
        );
    }

    public function entrySheet(EntrySheetRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $sheet = new EntrySheet($scopes->open($ticker, $request->context()));

        return new JsonResponse($sheet->of($request->validated('statement'), $request->periods()));
    }

    public function template(ReportingModelRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $chosen = $request->validated('template');
        $company = Company::query()->findOrFail($scopes->companyId($ticker));
        $key = ['user_id' => $request->user()->id, 'company_id' => $company->id];
        if ($company->template === ReportingModel::Fund) {
            return ProblemResponse::unprocessable(Words::say('a_fund_has_no_accounts_so'));
        }
        if ($chosen === null || $chosen === $company->template->value) {
            TemplateChoice::query()->where($key)->delete();
        } else {
            TemplateChoice::query()->updateOrCreate($key, ['template' => $chosen, 'reason' => $request->validated('reason') ?? '']);
        }

        return new JsonResponse(['template' => $chosen ?? $company->template->value]);
    }
}
