<?php

declare(strict_types=1);

namespace Tests\Export;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Export\StatementWorkbook;
use App\Models\User;
use Logion\Metric\CompanyScope;
use Logion\Reporting\LineItems;
use PhpOffice\PhpSpreadsheet\Calculation\Calculation;
use PhpOffice\PhpSpreadsheet\Cell\Cell;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** A workbook lives: a changed figure arrives everywhere, and before that every formula gives the figure that was reported. */
final class StatementFormulasTest extends DemoTestCase
{
    private CompanyScope $scope;

    private Spreadsheet $book;

    private function open(string $ticker, ?User $reader = null): void
    {
        $scopes = $this->app->make(CompanyScopes::class);
        $this->scope = $scopes->open($ticker, $this->app->make(EvaluationContexts::class)->of($reader));
        $this->book = StatementWorkbook::of($this->scope, $scopes->identity($this->scope));
    }

    /** The cell of a line in the nth period from the end. */
    private function cell(string $line, int $fromEnd = 0, ?string $sheet = null): Cell
    {
        $item = LineItems::all()[$line];
        $worksheet = $this->book->getSheetByName($sheet ?? StatementWorkbook::SHEETS[$item->statement]);
        foreach ($worksheet->getRowIterator(4) as $row) {
            if ($worksheet->getCell([1, $row->getRowIndex()])->getValue() === $item->label) {
                return $worksheet->getCell([count($this->scope->facts->periods()) + 1 - $fromEnd, $row->getRowIndex()]);
            }
        }
        $this->fail("{$line} is on no sheet.");
    }

    private function value(string $line, int $fromEnd = 0): float
    {
        return (float) $this->cell($line, $fromEnd)->getCalculatedValue();
    }

    /** @return iterable<string, array{string, list<string>}> and what follows from nothing there */
    public static function companies(): iterable
    {
        yield 'an industrial company' => ['BRSW', []];
        yield 'a bank' => ['FNSB', []];
        yield 'an insurer' => ['HMAS', []];
        yield 'a property company' => ['MWPR', []];
        yield 'counts and earnings a share on the basis of a split' => ['ULVL', []];
        yield 'retained earnings changed by more than income and dividends' => ['TLVY', ['retained_earnings']];
    }

    /** @param  list<string>  $free */
    #[DataProvider('companies')]
    public function test_whatever_follows_from_others_is_a_formula_that_gives_the_figure(string $ticker, array $free): void
    {
        $this->open($ticker);
        $facts = $this->scope->facts;
        $years = count($facts->periods());
        $formulas = 0;
        $loose = [];
        foreach (LineItems::all() as $key => $item) {
            $rolls = in_array($key, ['cash_and_equivalents', 'retained_earnings'], true);
            $follows = $rolls || $item->isTotal($facts->template) || str_starts_with($key, 'earnings_per_share');
            if (! $follows || ! $item->fits($facts->template) || ($facts->value($key, $facts->periods()[$years - 1]) ?? 0.0) === 0.0) {
                continue;
            }
            for ($back = 0; $back < $years; $back++) {
                $cell = $this->cell($key, $back);
                if (! $cell->isFormula()) {
                    // The first year has none before it to roll forward from.
                    $cell->getValue() === null || ($rolls && $back === $years - 1) || ($loose[$key] = true);

                    continue;
                }
                $formulas++;
                $expected = $facts->value($key, $facts->periods()[$years - 1 - $back]);
                $this->assertEqualsWithDelta(
                    $expected,
                    $cell->getCalculatedValue(),
                    1e-9 * max(1.0, abs($expected)),
                    "{$key} {$cell->getValue()}",
                );
            }
        }
        $this->assertGreaterThan(100, $formulas);
        $this->assertSame($free, array_keys($loose));
    }

    public function test_a_changed_revenue_arrives_everywhere(): void
    {
        $this->open('BRSW');
        $lines = [
            'gross_profit',
            'net_income',
            'operating_cash_flow',
            'cash_and_equivalents',
            'retained_earnings',
            'total_assets',
            'total_equity',
        ];
        $lines = [...$lines, 'earnings_per_share_basic'];
        $before = [];
        foreach ($lines as $line) {
            $before[$line] = [$this->value($line, 1), $this->value($line)];
        }
        $margin = $this->book->getSheetByName('Ratios')->getCell([count($this->scope->facts->periods()), 4]);
        $marginBefore = $margin->getCalculatedValue();
        // A hundred million more, in the year before the last: what is carried over arrives in the last as well.
        $revenue = $this->cell('revenue', 1);
        $revenue->setValue($revenue->getValue() + 100_000_000.0);
        Calculation::getInstance($this->book)->clearCalculationCache();
        foreach ($lines as $line) {
            $isCarried = ! in_array($line, ['gross_profit', 'net_income', 'operating_cash_flow', 'earnings_per_share_basic'], true);
            $more = $line === 'earnings_per_share_basic' ? 100_000_000.0 / $this->value('basic_shares_average', 1) : 100_000_000.0;
            $this->assertEqualsWithDelta($before[$line][0] + $more, $this->value($line, 1), $more < 1 ? 0.00501 : 1.0, $line);
            $this->assertEqualsWithDelta($before[$line][1] + ($isCarried ? $more : 0.0), $this->value($line), 1.0, "{$line} a year later");
        }
        $this->assertGreaterThan($marginBefore, $margin->getCalculatedValue());
        foreach ([0, 1] as $back) {
            $this->assertEqualsWithDelta(
                $this->value('total_assets', $back),
                $this->value('total_liabilities', $back) + $this->value('total_equity', $back),
                1.0,
                'both sides of the balance sheet moved',
            );
        }
    }

    public function test_a_total_that_contradicts_its_parts_stays_the_figure_that_was_reported(): void
    {
        $reader = $this->someone();
        $this->actingAs($reader);
        $totals = ['gross_profit', 'income_before_tax'];
        $this->open('BRSW');
        $year = $this->scope->facts->latestYear() * 10;
        $wrong = [];
        foreach ($totals as $total) {
            $this->assertTrue($this->cell($total)->isFormula());
            $wrong[$total] = round(1.2 * (float) $this->scope->facts->value($total, $year));
        }
        $figures = array_map(
            static fn (string $line): array => ['line' => $line, 'period' => $year, 'value' => $wrong[$line]],
            $totals,
        );
        $this->postJson('/api/v1/companies/BRSW/corrections', ['figures' => $figures, 'note' => 'as printed'])->assertCreated();
        $this->open('BRSW', $reader);
        foreach ($totals as $total) {
            $this->assertFalse($this->cell($total)->isFormula(), $total);
            $this->assertSame($wrong[$total], (float) $this->cell($total)->getValue());
        }
    }
}
