<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Figure\Unit;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\Refusal;
use Logion\Intake\SignConvention;
use Logion\Intake\StatementReading;
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
            $table = self::table($rows);
            $found = self::read($rows);
            $this->assertSame(
                [$scale, 'XCR'],
                [StatementReading::scaleOf($table, $rows, $table->numbers), $table->denomination->currency()],
                "round {$round}",
            );
            $this->assertSame([[], []], [$found->refused, $found->doubts], "round {$round}: ".json_encode($rows));
            $values = array_map(static fn (array $figure): float => $figure['value'], $found->figures);
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
        $found = self::read($rows);
        $this->assertSame(
            [-5.0, 7.0, -3.0, -4.0, -2.0, 9.0],
            array_map(static fn (string $key): float => $found->figures[$key]['value'], [
                'net_income@20240',
                'net_income@20230',
                'operating_income@20240',
                'operating_income@20230',
                'income_tax@20240',
                'income_tax@20230',
            ]),
        );
        $this->assertSame([], $found->turned, 'a tax that is negative in one year is income');
    }

    public function test_a_figure_given_twice_counts_once_and_two_that_differ_are_asked_about(): void
    {
        $rows = [
            ['', '2024', '2023'],
            ['Revenue', '5', '4'],
            ['Net sales', '5', '3'],
            ['Inventories', 'five', '2'],
            ['Goodwill', '7', '7'],
            ['Goodwill', '7', '7'],
        ];
        $found = self::read($rows);
        $this->assertSame(['inventories@20230', 'goodwill@20240', 'goodwill@20230'], array_keys($found->figures));
        $this->assertSame(['row 4, FY 2024'], array_column($found->refused, 'place'));
        $this->assertSame(
            '"Revenue" (row 2) and "Net sales" (row 3) would both be Revenue, with 4 and 3. Say which is meant, and leave the '.
                'other out or name its line',
            $found->doubts['rows:revenue'],
        );
        $this->assertSame([5.0, 4.0], self::valuesOf(self::read($rows, own: ['Net sales' => '']), 'revenue@20240', 'revenue@20230'));
    }

    public function test_the_labels_may_stand_behind_codes_and_the_periods_may_be_quarters(): void
    {
        $rows = [['Code', 'Item', 'Q2 2024', 'Q1 2024'], ['4000', 'Revenue', '5', '4'], ['4100', 'Net income', '2', '1']];
        $table = self::table($rows);
        $this->assertSame([1, ['Q2 2024', 'Q1 2024']], [$table->labelColumn, $table->periods()]);
        $this->assertSame(
            ['revenue@20242', 'net_income@20242', 'revenue@20241', 'net_income@20241'],
            array_keys(self::read($rows)->figures),
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

    /**
     * @param  list<list<string>>  $rows
     * @param  array<string, string>  $own
     */
    private static function table(array $rows, array $own = [], FiscalCalendar $calendar = new FiscalCalendar()): StatementTable
    {
        return StatementTable::recognise($rows, $calendar, new LineRecognition(ReportingModel::Industrial, $own));
    }

    /**
     * @param  list<list<string>>  $rows
     * @param  array<string, string>  $own
     * @param  'quarter'|'year_to_date'|null  $span
     * @param  list<string>  $accepted
     */
    private static function read(array $rows, array $own = [], ?string $span = null, array $accepted = []): StatementReading
    {
        $table = self::table($rows, $own);

        return new StatementReading(
            $table,
            $rows,
            $table->numbers,
            StatementReading::scaleOf($table, $rows, $table->numbers),
            $span,
            $accepted,
        );
    }

    /** @return list<?float> */
    private static function valuesOf(StatementReading $reading, string ...$keys): array
    {
        return array_map(static fn (string $key): ?float => $reading->figures[$key]['value'] ?? null, $keys);
    }

    public function test_columns_of_three_and_nine_months_each_go_to_what_they_are(): void
    {
        $rows = [
            ['Quillport Ferries (EUR million)'],
            ['', 'Three months ended September 30,', '', 'Nine months ended September 30,', '', 'Six months ended June 30,'],
            ['', '2024', '2023', '2024', '2023', '2024'],
            ['Revenue', '30.5', '28', '90.5', '81', '60'],
            ['Net income', '3', '2', '9', '6', '6'],
        ];
        $found = self::read($rows);
        $this->assertSame([], $found->doubts);
        $this->assertSame(
            [30500000.0, 28e6, 60e6, null, null],
            self::valuesOf($found, 'revenue@20243', 'revenue@20233', 'revenue@20246', 'revenue@20242', 'revenue@20240'),
        );
        $this->assertSame([], $found->refused, 'the quarter is given, so nine months without a half year are not missed');
        unset($rows[1][1], $rows[2][1], $rows[3][1], $rows[4][1], $rows[1][2], $rows[2][2], $rows[3][2], $rows[4][2]);
        $rows[1][2] = $rows[1][1] = $rows[2][1] = $rows[2][2] = $rows[3][1] = $rows[3][2] = $rows[4][1] = $rows[4][2] = '';
        $nine = self::read(
            array_map(static function (array $row): array {
                ksort($row);

                return array_values($row);
            }, $rows),
        );
        $this->assertSame([30500000.0, null], self::valuesOf($nine, 'revenue@20243', 'revenue@20233'));
        $this->assertStringContainsString('2 figures up to Q3 2023 cannot be made a quarter', $nine->refused[0]['reason']);
    }

    public function test_quarters_come_by_difference_and_say_so(): void
    {
        $rows = [
            ['in thousands'],
            ['', 'Q1 2024', 'H1 2024', '9M 2024'],
            ['Revenue', '10', '22', '36'],
            ['Basic EPS', '1', '2', '3'],
            ['Total assets', '5', '6', '7'],
        ];
        $found = self::read($rows);
        $this->assertSame(
            [10e3, 12e3, 14e3, 5e3, 6e3, 7e3, 1.0, 2.0],
            self::valuesOf(
                $found,
                'revenue@20241',
                'revenue@20242',
                'revenue@20243',
                'total_assets@20241',
                'total_assets@20242',
                'total_assets@20243',
                'earnings_per_share_basic@20241',
                'earnings_per_share_basic@20246',
            ),
        );
        $this->assertSame(
            [false, true, true],
            array_map(static fn (string $key): bool => $found->figures[$key]['derived'], [
                'revenue@20241',
                'revenue@20242',
                'revenue@20243',
            ]),
        );
        $this->assertStringContainsString('less the other part of its time', $found->figures['revenue@20243']['place']);
        $off = self::read([['in thousands'], ['', 'Q1 2024', 'Q2 2024', 'H1 2024'], ['Revenue', '10', '11', '25']]);
        $this->assertStringContainsString('by difference from the start of the year it is 15', $off->doubts['quarter:revenue@20242']);
    }

    public function test_days_without_a_span_are_asked_about_unless_they_end_years(): void
    {
        $rows = [['in millions'], ['', '30.06.2024', '30.06.2023'], ['Revenue', '10', '9'], ['Total assets', '50', '45']];
        $found = self::read($rows);
        $this->assertStringContainsString('The columns B, C name a day and no span', $found->doubts['span']);
        $this->assertSame([50e6, null], self::valuesOf($found, 'total_assets@20242', 'revenue@20242'));
        $this->assertSame([10e6, null], self::valuesOf(self::read($rows, span: 'quarter'), 'revenue@20242', 'revenue@20246'));
        $this->assertSame([null, 10e6], self::valuesOf(self::read($rows, span: 'year_to_date'), 'revenue@20242', 'revenue@20246'));
        $years = self::read([['in millions'], ['', '31.12.2024', '31.12.2023'], ['Revenue', '10', '9'], ['Total assets', '50', '45']]);
        $this->assertSame([[], [10e6, 45e6]], [$years->doubts, self::valuesOf($years, 'revenue@20240', 'total_assets@20230')]);
    }

    public function test_estimates_changes_and_trailing_years_are_left_out_with_a_reason(): void
    {
        $rows = [['EUR m'], ['', '2023', '2024', '2025E', 'LTM Jun 2024', '2024 vs 2023 %'], ['Revenue', '10', '11', '12', '10.5', '10%']];
        $this->assertSame(['revenue@20230', 'revenue@20240'], array_keys(self::read($rows)->figures));
        $this->assertSame(
            [
                'Column D is left out: an estimate, not a reported figure.',
                'Column E is left out: a trailing span is no fiscal period.',
                'Column F is left out: a change, not a figure.',
            ],
            self::table($rows)->leftOut(),
        );
    }

    public function test_of_two_columns_of_a_year_the_restated_one_counts_and_others_are_asked_about(): void
    {
        $restated = self::read([['EUR m'], ['', '2023', '2022 (restated)', '2022'], ['Revenue', '10', '8', '9']]);
        $this->assertSame([[], [8e6]], [$restated->doubts, self::valuesOf($restated, 'revenue@20220')]);
        $twice = self::read([['EUR m'], ['', '2023', '2022', 'FY 2022'], ['Revenue', '10', '8', '9']]);
        $this->assertStringContainsString('Two columns are FY 2022', $twice->doubts['columns:year@20220']);
    }

    public function test_rows_have_units_of_their_own(): void
    {
        $rows = [
            ['Item', 'Unit', '2023'],
            ['Revenue', 'EUR m', '1,234.5'],
            ['Net income', 'EUR k', '12,300'],
            ['Basic EPS', 'cents', '150'],
            ['Employees', 'number', '1,200'],
            ['Gross profit', '%', '45'],
            ['Weighted average shares outstanding', 'thousand', '8,200'],
        ];
        $this->assertSame(
            [1234500000.0, 12300000.0, 1.5, 1200.0, null, 8200000.0],
            self::valuesOf(
                self::read($rows),
                'revenue@20230',
                'net_income@20230',
                'earnings_per_share_basic@20230',
                'employees@20230',
                'gross_profit@20230',
                'basic_shares_average@20230',
            ),
        );
        $labels = self::read([
            ['', '2023'],
            ['Revenue (in thousands)', '5'],
            ['Diluted shares (millions)', '7'],
            ['Diluted EPS (pence)', '12'],
        ]);
        $this->assertSame(
            [5e3, 7e6, 0.12],
            self::valuesOf($labels, 'revenue@20230', 'diluted_shares_average@20230', 'earnings_per_share_diluted@20230'),
        );
    }

    public function test_counts_of_shares_follow_earnings_a_share(): void
    {
        $rows = [
            ['USD in millions, except per share data'],
            ['', '2023'],
            ['Net income', '412'],
            ['Diluted EPS', '4.00'],
            ['Weighted average shares diluted', '103,000'],
        ];
        $found = self::read($rows);
        $this->assertSame([103e6], self::valuesOf($found, 'diluted_shares_average@20230'));
        $this->assertStringContainsString('1 000 times smaller than the amounts are scaled', $found->notes[0]);
        $rows[0] = ['USD in millions, except share and per share data'];
        $this->assertStringContainsString('1 000 times larger than the earnings a share', self::read($rows)->doubts['shares']);
        $this->assertArrayNotHasKey('shares', self::read($rows, accepted: ['shares'])->doubts);
        $rows[4][1] = '103';
        $rows[0] = ['USD in millions, except per share data'];
        $this->assertSame([[], [103e6]], [self::read($rows)->notes, self::valuesOf(self::read($rows), 'diluted_shares_average@20230')]);
    }

    public function test_changes_of_working_capital_have_the_sign_of_their_statement(): void
    {
        $rows = [
            ['EUR m'],
            ['Cash flows from operating activities', '2023'],
            ['Net income', '100'],
            ['Depreciation and amortization', '40'],
            ['Changes in operating assets and liabilities:'],
            ['Accounts receivable', '(12)'],
            ['Inventories', '5'],
            ['Accounts payable', '3'],
            ['Prepaid expenses', '2'],
            ['Net cash provided by operating activities', '138'],
            ['Total current assets'],
            ['Inventories', '60'],
        ];
        $found = self::read($rows);
        $this->assertSame(
            [[], [12e6, -5e6, 3e6, 60e6, null]],
            [
                $found->doubts,
                self::valuesOf(
                    $found,
                    'increase_in_receivables@20230',
                    'increase_in_inventories@20230',
                    'increase_in_payables@20230',
                    'inventories@20230',
                    'prepaid_expenses@20230',
                ),
            ],
        );
        $total = static fn (string $change, string $cash): StatementReading => self::read([
            ['EUR m'],
            ['', '2023'],
            ['Net income', '100'],
            ['Depreciation and amortization', '40'],
            ['Change in working capital', $change],
            ['Operating cash flow', $cash],
        ]);
        $this->assertSame([10e6], self::valuesOf($total('(10)', '130'), 'change_in_working_capital@20230'), 'an effect on cash');
        $this->assertSame([10e6], self::valuesOf($total('10', '130'), 'change_in_working_capital@20230'), 'an increase');
        $this->assertArrayHasKey('signs', $total('10', '250')->doubts);
    }

    public function test_guesses_wait_and_known_labels_go_before_them(): void
    {
        $rows = [['EUR m'], ['', '2023'], ['Effect of hedges', '2'], ['Customers: trade and other receivables', '4']];
        $found = self::read($rows);
        $this->assertSame([], $found->figures);
        $this->assertStringContainsString(
            'Guessed, not known: "Customers: trade and other receivables" as Trade and other receivables',
            $found->doubts['guesses'] ?? json_encode($found),
        );
        $this->assertNotSame([], self::read($rows, accepted: ['guesses'])->figures);
    }

    public function test_when_a_scale_has_to_be_known(): void
    {
        $needs = static fn (array $rows): bool => StatementReading::needsScale(self::table($rows));
        $this->assertTrue($needs([['', '2023'], ['Revenue', '5']]));
        $this->assertFalse(
            $needs([['', '2023'], ['Revenue (EUR m)', '5'], ['Harbour bells', '3'], ['Employees', '7'], ['Basic EPS', '1']]),
        );
        $this->assertTrue($needs([['', '2023'], ['Revenue (EUR m)', '5'], ['Diluted shares', '3']]));
        $this->assertFalse($needs([['', '2023'], ['Harbour bells', '3']]));
    }

    public function test_counts_that_are_off_by_no_thousands_are_left_as_they_are(): void
    {
        $rows = [['EUR m'], ['', '2023'], ['Net income', '431.2'], ['Basic EPS', '4.20'], ['Weighted average shares', '154000']];
        $this->assertSame(
            [154000e6],
            self::valuesOf(self::read($rows), 'basic_shares_average@20230'),
            'fifteen hundred times '.'is no slip of units',
        );
    }

    public function test_a_heading_with_a_year_that_is_not_understood_is_told(): void
    {
        $table = self::table([['Annual report 2023'], ['EUR m', '2023', '2022', '2021 B'], ['Revenue', '5', '4', '3']]);
        $this->assertSame(['FY 2023', 'FY 2022'], $table->periods());
        $this->assertSame(['Column D is left out: it is not clear which period "2021 B" means.'], $table->leftOut());
    }

    public function test_figures_in_a_doubt_have_two_decimals_where_they_are_not_whole(): void
    {
        $doubts = self::read([['', '2023'], ['Basic EPS', '4.256'], ['Basic earnings per share', '3']])->doubts;
        $this->assertStringContainsString('with 4.26 and 3.', $doubts['rows:earnings_per_share_basic']);
    }
}
