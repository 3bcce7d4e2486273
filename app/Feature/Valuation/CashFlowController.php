<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Evaluation\CompanyScopes;
use App\Feature\Driver\DrivenRevenue;
use App\Files\Workbooks;
use App\Storage\OwnEstimates;
use Illuminate\Http\JsonResponse;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\Forecast\EstimatedDrivers;
use Logion\Valuation\Method\CashFlow\CashFlowWorking;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The discounted cash flow sheet of a company: revalued, solved backwards, varied. */
final class CashFlowController
{
    public function __construct(private readonly CompanyScopes $scopes)
    {
    }

    public function value(SheetRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse($this->sheet($request, $ticker)->present());
    }

    public function working(SheetRequest $request, string $ticker): JsonResponse
    {
        $model = $this->sheet($request, $ticker)->model;

        return new JsonResponse(['working' => (new CashFlowWorking($model, $model->value()))->perShare(), 'currency' => $model->currency]);
    }

    /** The drivers with which the sheet has the revenue and earnings that the reader expects. */
    public function ownEstimates(SheetRequest $request, OwnEstimates $own, string $ticker): JsonResponse
    {
        $scope = $this->scopes->open($ticker, $request->context());
        $sheet = new CashFlowSheet($scope, $request->changes());
        $estimates = $own->of($request->user(), $scope);
        $values = static fn (string $line): array => array_map(static fn (array $of): float => $of['value'], $estimates[$line] ?? []);
        $rules = EstimatedDrivers::of($sheet->model, $values('revenue'), $values('ebitda'));

        return new JsonResponse(['drivers' => (object) array_map(static fn (DriverRule $of): array => $of->toArray(), $rules)]);
    }

    /** The drivers with which the sheet has the revenue of the segments of the reader's latest driver model. */
    public function drivenRevenue(SheetRequest $request, DrivenRevenue $driven, string $ticker): JsonResponse
    {
        $scope = $this->scopes->open($ticker, $request->context());
        $sheet = new CashFlowSheet($scope, $request->changes());
        $rules = EstimatedDrivers::of($sheet->model, $driven->of($request->user(), $scope), []);

        return new JsonResponse(['drivers' => (object) array_map(static fn (DriverRule $of): array => $of->toArray(), $rules)]);
    }

    /** The sheet as a workbook whose formulas live. */
    public function workbook(WorkbookRequest $request, string $ticker): StreamedResponse
    {
        $scope = $this->scopes->open($ticker, $request->context());
        $sheet = new CashFlowSheet($scope, $request->changes());
        $book = CashFlowWorkbook::of($sheet->model, $this->scopes->identity($scope)->name, $sheet->rate, $sheet->price());

        return Workbooks::answer($book, $request->fileFormat(), "{$scope->company->ticker} cash flow");
    }

    public function solve(SolveRequest $request, string $ticker): JsonResponse
    {
        $price = $request->validated('price');
        $sheet = $this->sheet($request, $ticker);
        $solutions = [];
        foreach ($request->validated('names') as $name) {
            $solutions[$name] = $sheet->solve($name, $price === null ? null : (float) $price);
        }

        return new JsonResponse(['solutions' => (object) $solutions]);
    }

    public function sensitivity(SensitivityRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse($this->sheet($request, $ticker)->sensitivity($request->validated('row'), $request->validated('column')));
    }

    private function sheet(SheetRequest $request, string $ticker): CashFlowSheet
    {
        return new CashFlowSheet($this->scopes->open($ticker, $request->context()), $request->changes());
    }
}
