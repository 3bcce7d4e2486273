<?php

declare(strict_types=1);

namespace Tests\Workbook;

use App\Evaluation\EvaluationContexts;
use App\Feature\Value\MethodWorkbook;
use App\Feature\Value\ValueSubjects;
use App\Files\Workbooks;
use Logion\Figure\LogionException;
use Logion\Figure\Unit;
use Logion\ValueMethod\Method\PaidMultiple;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Every method taken along as a workbook gives in a spreadsheet program what the core gives, before and after inputs are changed in it. */
final class MethodRecalculationTest extends DemoTestCase
{
    use RecalculatesWorkbooks;

    /** @return iterable<string, array{string, int, array<string, array<string, mixed>>}> */
    public static function companies(): iterable
    {
        $own = [
            'growth_sales' => ['rule' => 'step', 'from' => 0.12, 'step' => -0.015],
            'discount_rate' => ['rule' => 'fade', 'from' => 0.11, 'to' => 0.08, 'hold_years' => 3],
        ];
        yield 'an industrial company' => [
            'BRSW',
            20,
            ['driver_cash_flow' => $own, 'typed_cash_flow' => ['discount_rate' => $own['discount_rate']]],
        ];
        yield 'one of several businesses' => ['GRME', 12, []];
        yield 'one that reports in another currency' => ['ORTN', 10, []];
        yield 'a bank' => ['FNSB', 8, []];
        yield 'a property company' => ['MWPR', 6, []];
        yield 'one that loses money' => ['QSCW', 4, []];
    }

    /** @param  array<string, array<string, mixed>>  $rules  by method and input */
    #[DataProvider('companies')]
    public function test_recalculated_each_method_gives_the_value_of_the_core(string $ticker, int $least, array $rules): void
    {
        $subject = $this->app->make(ValueSubjects::class)->open($ticker, $this->app->make(EvaluationContexts::class)->of(null));
        $files = $sheets = [];
        foreach (ValueMethods::all() as $key => $method) {
            // What is paid for a figure is counted alike for whatever company.
            if ($method instanceof PaidMultiple && $ticker !== 'BRSW') {
                continue;
            }
            try {
                $sheet = ValueSheet::of($method, $subject, $this->choices($key), $rules[$key] ?? [], false);
                $sheet->worth();
            } catch (LogionException) {
                continue;
            }
            $format = count($files) % 4 < 2 ? 'xlsx' : 'ods';
            Workbooks::save(MethodWorkbook::of($sheet, $method, $subject, $ticker), $format, "{$this->folder}/{$key}.{$format}");
            $sheets[$key] = [$sheet];
            $files[] = "{$key}.{$format}";
            $changed = $this->changed($sheet);
            $moved = ValueSheet::of($method, $subject, [...$this->choices($key), ...$changed], $rules[$key] ?? [], false);
            $this->write("{$this->folder}/{$key}.{$format}", "{$this->folder}/{$key} changed.{$format}", $format, $sheet, $changed);
            $sheets["{$key} changed"] = [$moved];
            $files[] = "{$key} changed.{$format}";
        }
        $this->assertGreaterThanOrEqual(2 * $least, count($files), 'most methods that fit were written');
        $this->recalculate(...$files);
        foreach ($sheets as $book => [$sheet]) {
            $this->assertAgrees($sheet, $book);
        }
    }

    /** @return array<string, float> shapes that are not the usual ones */
    private function choices(string $method): array
    {
        return match ($method) {
            'driver_cash_flow' => ['years' => 7.0, 'working_by' => 1.0, 'options' => 2e6, 'strike' => 5.0],
            'typed_cash_flow' => ['after' => 1.0, 'year_end' => 1.0],
            'dividends' => ['high_years' => 3.0, 'fade_years' => 4.0],
            default => [],
        };
    }

    /** @return array<string, float> three inputs that shape nothing, each a little otherwise */
    private function changed(ValueSheet $sheet): array
    {
        $free = array_values(
            array_filter(
                $sheet->inputs,
                // Probabilities add up to one, so that none is changed alone.
                static fn (MethodInput $of): bool => ! $of->isWhole() &&
                    ($sheet->figures[$of->name] ?? 0.0) !== 0.0 &&
                    ! str_ends_with($of->name, '_probability'),
            ),
        );
        $changed = [];
        foreach ([0, intdiv(count($free), 2), count($free) - 1] as $at) {
            $figure = (float) $sheet->figures[$free[$at]->name];
            $changed[$free[$at]->name] = $free[$at]->unit === Unit::Percent ? $figure + 0.004 : 1.07 * $figure;
        }

        return $changed;
    }

    /** @param  array<string, float>  $changed */
    private function write(string $from, string $to, string $format, ValueSheet $sheet, array $changed): void
    {
        $book = IOFactory::load($from);
        $inputs = $book->getSheetByName(MethodWorkbook::INPUTS) ?? $this->fail('no inputs');
        foreach ($changed as $name => $value) {
            $row = $this->rowOf($inputs, $sheet->inputs[$name]->label);
            // One that goes through the years moves in all of them.
            $by = $value - (float) $sheet->figures[$name];
            for ($column = 2; is_numeric($was = $inputs->getCell([$column, $row])->getValue()); $column++) {
                $inputs->setCellValue([$column, $row], $was + $by);
            }
            $this->assertGreaterThan(2, $column, $name);
        }
        // Without results beside the formulas, so that whoever opens the file has to compute them.
        IOFactory::createWriter($book, ucfirst($format))->setPreCalculateFormulas(false)->save($to);
    }

    private function rowOf(Worksheet $inputs, string $label): int
    {
        for ($row = 1; $row <= $inputs->getHighestRow(); $row++) {
            if ($inputs->getCell("A{$row}")->getValue() === $label) {
                return $row;
            }
        }
        $this->fail("No input is called {$label}.");
    }

    private function assertAgrees(ValueSheet $sheet, string $book): void
    {
        $worth = $sheet->worth();
        $told = array_column($this->cells($book, MethodWorkbook::METHOD), 1, 0);
        foreach (['Low' => $worth->low, 'Value of a share' => $worth->centre, 'High' => $worth->high] as $label => $expected) {
            if ($expected !== null || isset($told[$label])) {
                $this->same($expected, self::figure($told[$label] ?? ''), "{$book}, {$label}");
            }
        }
        $grid = array_slice($this->cells($book, MethodWorkbook::SENSITIVITY), 3);
        $this->assertCount(6, $grid, $book);
        $this->same($worth->centre, self::figure($grid[3][3]), "{$book}, the middle of the grid");
    }
}
