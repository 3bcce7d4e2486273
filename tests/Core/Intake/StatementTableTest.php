<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Figure\Unit;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\Refusal;
use Logion\Intake\SignConvention;
use Logion\Intake\StatementTable;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\TestCase;

/** Statements written as tables in many ways are read back as the figures they were made of. */
final class StatementTableTest extends TestCase
{
    private const LINES = [
        'revenue',
        'cost_of_revenue',
        'gross_profit',
        'selling_general_administrative',
        'operating_income',
        'interest_expense',
        'income_tax',
        'net_income',
        'total_assets',
        'total_equity',
        'operating_cash_flow',
        'capital_expenditure',
        'earnings_per_share_diluted',
        'diluted_shares_average',
    ];

    public function test_a_table_written_in_any_usual_way_gives_its_figures_back(): void
    {
        mt_srand(41);
        for ($round = 0; $round < 150; $round++) {
            $scale = [1.0, 1e3, 1e6][mt_rand(0, 2)];
            $decimal = mt_rand(0, 1) === 1 ? ',' : '.';
            $group = $decimal === ',' ? ['.', "'", ' '][mt_rand(0, 2)] : [',', "'", ' '][mt_rand(0, 2)];
            $years = range(2024, 2024 - mt_rand(1, 5));
            $years = mt_rand(0, 1) === 1 ? $years : array_reverse($years);
            $costsNegative = mt_rand(0, 1) === 1;
            $parentheses = mt_rand(0, 1) === 1;
            $head = [['FY %d', '%d', '31.12.%d', '31 December %d'][mt_rand(0, 3)], ['', 'Note'][mt_rand(0, 1)]];
            $notes = $head[1] === 'Note' ? 1 : 0;
            $rows = array_fill(0, mt_rand(0, 3), ['Some heading above', '']);
            $rows[] = [['in XCR', 'XCR in thousands', 'XCR in millions'][(int) (log10($scale) / 3)]];
            $rows[] = [
                '',
                ...array_fill(0, $notes, 'Note'),
                ...array_map(static fn (int $year): string => sprintf($head[0], $year), $years),
            ];
            $expected = [];
            foreach (self::LINES as $line) {
                $item = LineItems::all()[$line];
                $row = [$item->label, ...array_fill(0, $notes, (string) mt_rand(1, 30))];
                foreach ($years as $year) {
                    if (mt_rand(0, 12) === 0) {
                        $row[] = ['', '-', 'n/a', '–'][mt_rand(0, 3)];

                        continue;
                    }
                    $isAmount = $item->unit === Unit::Money || $item->unit === Unit::Shares;
                    $number = $isAmount ? (float) mt_rand(10_000, 9_000_000) : mt_rand(101, 9999) / 100;
                    $expected["{$line}@{$year}0"] = $number * ($isAmount ? $scale : 1.0);
                    $text = number_format($number, $isAmount ? 0 : 2, $decimal, $isAmount ? $group : '');
                    $negative = $costsNegative && SignConvention::isOutflow($line);
                    $row[] = $negative ? ($parentheses ? "({$text})" : "-{$text}") : $text;
                }
                $rows[] = $row;
                if (mt_rand(0, 5) === 0) {
                    $rows[] = mt_rand(0, 1) === 1 ? [''] : ['A heading without figures'];
                }
            }
            $table = StatementTable::recognise($rows, new FiscalCalendar(), new LineRecognition(ReportingModel::Industrial));
            $this->assertSame([$scale, 'XCR'], [$table->scale, $table->currency], "round {$round}");
            $found = $table->figures($rows);
            $this->assertSame([], $found['refused'], "round {$round}: ".json_encode($rows));
            $values = array_map(static fn (array $figure): float => $figure['value'], $found['figures']);
            ksort($values);
            ksort($expected);
            $this->assertSame(array_keys($expected), array_keys($values), "round {$round}: ".json_encode($rows));
            foreach ($expected as $key => $value) {
                $this->assertEqualsWithDelta($value, $values[$key], 1e-9 * $value, "round {$round}, {$key}");
            }
        }
    }

    public function test_an_income_of_mixed_signs_keeps_them(): void
    {
        $rows = [['', '2024', '2023'], ['Net income', '(5)', '7'], ['Operating income', '-3', '-4'], ['Income tax expense', '(2)', '9']];
        $found = StatementTable::recognise($rows, new FiscalCalendar(), new LineRecognition(ReportingModel::Industrial))->figures($rows);
        $this->assertSame(
            [-5.0, 7.0, -3.0, -4.0, -2.0, 9.0],
            array_map(static fn (string $key): float => $found['figures'][$key]['value'], [
                'net_income@20240',
                'net_income@20230',
                'operating_income@20240',
                'operating_income@20230',
                'income_tax@20240',
                'income_tax@20230',
            ]),
        );
        $this->assertSame([], $found['turned'], 'a tax that is negative in one year is income');
    }

    public function test_a_figure_given_twice_counts_once_and_two_that_differ_are_refused(): void
    {
        $rows = [['', '2024', '2023'], ['Revenue', '5', '4'], ['Net sales', '5', '3'], ['Inventories', 'five', '2']];
        $found = StatementTable::recognise($rows, new FiscalCalendar(), new LineRecognition(ReportingModel::Industrial))->figures($rows);
        $this->assertSame(
            [5.0, 4.0, 2.0],
            [
                $found['figures']['revenue@20240']['value'],
                $found['figures']['revenue@20230']['value'],
                $found['figures']['inventories@20230']['value'],
            ],
        );
        $this->assertSame(['row 3, FY 2023', 'row 4, FY 2024'], array_column($found['refused'], 'place'));
        $this->assertStringContainsString('already stands in row 2, FY 2023', $found['refused'][0]['reason']);
    }

    public function test_the_labels_may_stand_behind_codes_and_the_periods_may_be_quarters(): void
    {
        $rows = [['Code', 'Item', 'Q2 2024', 'Q1 2024'], ['4000', 'Revenue', '5', '4'], ['4100', 'Net income', '2', '1']];
        $table = StatementTable::recognise($rows, new FiscalCalendar(), new LineRecognition(ReportingModel::Industrial));
        $this->assertSame([1, [2 => 20242, 3 => 20241]], [$table->labelColumn, $table->periods]);
        $this->assertSame(
            ['revenue@20242', 'revenue@20241', 'net_income@20242', 'net_income@20241'],
            array_keys($table->figures($rows)['figures']),
        );
    }

    public function test_a_table_without_periods_is_refused(): void
    {
        $this->expectException(Refusal::class);
        $this->expectExceptionMessage('No row names periods');
        StatementTable::recognise(
            [['Revenue', '5'], ['Net income', '2']],
            new FiscalCalendar(),
            new LineRecognition(ReportingModel::Industrial),
        );
    }
}
