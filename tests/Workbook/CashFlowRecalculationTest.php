<?php

declare(strict_types=1);

namespace Tests\Workbook;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Valuation\CashFlowSheet;
use App\Feature\Valuation\CashFlowWorkbook;
use App\Files\Workbooks;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** A cash flow taken along as a workbook gives in a spreadsheet program what the core gives, before and after inputs are changed in it. */
final class CashFlowRecalculationTest extends DemoTestCase
{
    use RecalculatesWorkbooks;

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function sheets(): iterable
    {
        yield 'as it starts' => ['BRSW', 'xlsx', []];
        yield 'multiple at the end, year-end flows' => [
            'GRME',
            'ods',
            ['terminal' => 'exit_multiple', 'convention' => 'end_year', 'years' => 5],
        ];
        yield 'perpetuity, own rate' => [
            'TVRM',
            'xlsx',
            ['terminal' => 'perpetuity', 'figures' => ['discount_rate' => 0.095], 'years' => 7],
        ];
        yield 'losses first' => [
            'BRSW',
            'ods',
            ['drivers' => ['operating_margin' => ['rule' => 'own', 'values' => [-0.1, -0.05, 0.02, 0.2]]]],
        ];
        yield 'reports in another currency' => ['ORTN', 'xlsx', []];
    }

    /** @param  array<string, mixed>  $changes */
    #[DataProvider('sheets')]
    public function test_recalculated_it_gives_the_value_of_the_core(string $ticker, string $format, array $changes): void
    {
        $sheet = $this->sheet($ticker, $changes);
        $file = "{$this->folder}/book.{$format}";
        Workbooks::save(CashFlowWorkbook::of($sheet->model, $ticker, $sheet->rate, $sheet->price()), $format, $file);
        $this->recalculate("book.{$format}");
        $this->assertAgrees($sheet);

        $changed = ['risk_free_rate' => 0.041, 'shares' => 1.1 * $sheet->model->figures['shares']->value, 'cash' => 12345678.0];
        $this->change($file, $format, $sheet, $changed);
        $this->recalculate("book.{$format}");
        $this->assertAgrees($this->sheet($ticker, [...$changes, 'figures' => [...$changes['figures'] ?? [], ...$changed]]));
    }

    /** @param  array<string, mixed>  $changes */
    private function sheet(string $ticker, array $changes): CashFlowSheet
    {
        $scope = $this->app->make(CompanyScopes::class)->open($ticker, $this->app->make(EvaluationContexts::class)->of(null));

        return new CashFlowSheet($scope, $changes);
    }

    private function assertAgrees(CashFlowSheet $sheet): void
    {
        $value = $sheet->model->value();
        $told = array_column(array_slice($this->cells('book', CashFlowWorkbook::VALUE), 3), 1, 0);
        $same = fn (?float $expected, string $cell, string $where) => $this->same(
            $expected ?? $this->fail($where),
            self::figure($cell),
            $where,
        );
        $same($sheet->model->discountRate(), $told['Discount rate'], 'rate');
        $same($value->sumOfPresentValues, $told['Present value of the flows'], 'flows');
        $same($value->presentTerminalValue, $told['Worth now of what comes after'], 'after');
        $same($value->enterpriseValue, $told['Value of the business'], 'business');
        $same($value->equityValue, $told['Value of the shares'], 'shares');
        $same($value->perShare * $sheet->rate, $told['Value of a share'], 'share');
        $grid = array_slice($this->cells('book', CashFlowWorkbook::SENSITIVITY), 3, 8);
        $same($value->perShare * $sheet->rate, $grid[4][4], 'the middle of the grid');
        $key = $sheet->model->terminal->value === 'exit_multiple' ? 'exit_multiple' : 'terminal_growth';
        foreach ([1, 7] as $row) {
            $expected = $sheet->model
                ->with('discount_rate', (float) self::figure($grid[$row][0]))
                ->with($key, (float) self::figure($grid[0][1]))
                ->value()->perShare;
            $same($expected * $sheet->rate, $grid[$row][1], "grid, row {$row}");
        }
    }

    /** @param  array<string, float>  $figures */
    private function change(string $file, string $format, CashFlowSheet $sheet, array $figures): void
    {
        $book = IOFactory::load($file);
        $inputs = $book->getSheetByName(CashFlowWorkbook::INPUTS) ?? $this->fail('no inputs');
        foreach ($figures as $name => $value) {
            $row = 4 + (int) array_search($name, array_keys($sheet->model->figures), true);
            $this->assertSame($sheet->model->figures[$name]->label, $inputs->getCell("A{$row}")->getValue());
            $inputs->setCellValue("B{$row}", $value);
        }
        // Without results beside the formulas, so that whoever opens the file has to compute them.
        IOFactory::createWriter($book, ucfirst($format))->setPreCalculateFormulas(false)->save($file);
    }
}
