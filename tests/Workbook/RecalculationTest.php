<?php

declare(strict_types=1);

namespace Tests\Workbook;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Export\StatementWorkbook;
use App\Files\Workbooks;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItems;
use Logion\Reporting\View\StatementView;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** A spreadsheet program that recalculates an exported workbook finds the figures of the core. */
final class RecalculationTest extends DemoTestCase
{
    use RecalculatesWorkbooks;

    /** @return iterable<string, array{string, string}> */
    public static function companies(): iterable
    {
        foreach (['BRSW', 'CLMI', 'FNSB', 'HMAS', 'MWPR', 'NSMS'] as $i => $ticker) {
            yield $ticker => [$ticker, $i % 2 === 0 ? 'xlsx' : 'ods'];
        }
    }

    #[DataProvider('companies')]
    public function test_recalculated_figures_agree_with_the_core(string $ticker, string $format): void
    {
        $scopes = $this->app->make(CompanyScopes::class);
        $scope = $scopes->open($ticker, $this->app->make(EvaluationContexts::class)->of(null));
        Workbooks::save(StatementWorkbook::of($scope, $scopes->identity($scope)), $format, "{$this->folder}/book.{$format}");
        $this->recalculate("book.{$format}");
        $facts = $scope->facts;
        $periods = $facts->periods();
        $checked = 0;
        foreach (StatementWorkbook::SHEETS as $statement => $sheet) {
            foreach ($this->sheet($sheet) as $label => $cells) {
                $item = array_values(
                    array_filter(LineItems::ofStatement($statement, $facts->template), static fn ($i): bool => $i->label === $label),
                )[0];
                foreach ($periods as $i => $period) {
                    $this->same($facts->value($item->key, $period), $cells[$i], "{$sheet}, {$label}, {$period}");
                    $checked++;
                }
            }
        }
        foreach (['Common size' => 'common_size', 'Change' => 'growth'] as $sheet => $view) {
            $expected = $this->figuresOf($facts, $view);
            foreach ($this->sheet($sheet) as $label => $cells) {
                foreach (array_keys($periods) as $i) {
                    if ($cells[$i] !== null) {
                        $this->same($expected[$label][$i], $cells[$i], "{$sheet}, {$label}, {$periods[$i]}");
                        $checked++;
                    }
                }
            }
        }
        $ratios = $this->sheet('Ratios');
        foreach (StatementWorkbook::RATIOS as $key => [$label]) {
            foreach ($periods as $i => $period) {
                $value = $scope->metric($key, $scope->moments->year(intdiv($period, 10)));
                if (is_float($value) && $ratios[$label][$i] !== null) {
                    $this->same($value, $ratios[$label][$i], "{$label}, {$period}");
                    $checked++;
                }
            }
        }
        $this->assertGreaterThan(500, $checked);
    }

    /** @return array<string, list<?float>> cells by label */
    private function sheet(string $name): array
    {
        $rows = $this->cells('book', $name);
        $sheet = [];
        foreach (array_slice($rows, 3) as $row) {
            $sheet[(string) $row[0]] = array_map(static function (?string $cell): ?float {
                if ($cell === null || $cell === '') {
                    return null;
                }
                self::assertMatchesRegularExpression('/^-?[\d.]+(E[+-]?\d+)?%?$/', $cell, 'an error in a cell');

                return str_ends_with($cell, '%') ? (float) $cell / 100 : (float) $cell;
            }, array_slice($row, 1));
        }

        return $sheet;
    }

    /** @return array<string, list<?float>> */
    private function figuresOf(FactSheet $facts, string $view): array
    {
        $expected = [];
        foreach (['income', 'balance', 'cash_flow'] as $statement) {
            foreach (StatementView::of($facts, $statement, 'annual', $view, 20)->rows as $row) {
                $expected[$row['item']->label] = array_map(
                    static fn ($figure): ?float => $figure->isKnown() ? $figure->value() : null,
                    $row['figures'],
                );
            }
        }

        return $expected;
    }
}
