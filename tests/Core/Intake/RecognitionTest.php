<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\ColumnRecognition;
use Logion\Intake\DateFormat;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\NumberFormat;
use Logion\Intake\PeriodHeading;
use Logion\Intake\Refusal;
use Logion\Intake\StatementReading;
use Logion\Intake\StatementRow;
use Logion\Intake\StatementTable;
use Logion\Intake\TableKind;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What a file's figures, days, headings and labels are taken for. */
final class RecognitionTest extends TestCase
{
    /** @return iterable<string, array{string, string, ?float}> */
    public static function numbers(): iterable
    {
        yield 'plain' => ['.', '1234.5', 1234.5];
        yield 'grouped' => ['.', '1,234,567.8', 1234567.8];
        yield 'comma for decimals' => [',', '1.234.567,8', 1234567.8];
        yield 'spaces' => ['.', "1\u{00A0}234\u{202F}567", 1234567.0];
        yield 'apostrophes' => ['.', "1'234'567.5", 1234567.5];
        yield 'parentheses' => ['.', '(1,234)', -1234.0];
        yield 'true minus' => ['.', '−12.5', -12.5];
        yield 'trailing minus' => ['.', '12.5-', -12.5];
        yield 'per cent' => ['.', '12.5%', 0.125];
        yield 'currency' => ['.', 'XCR 1,200', 1200.0];
        yield 'exponent' => ['.', '1.5e3', 1500.0];
        yield 'dash' => ['.', '–', null];
        yield 'not available' => ['.', 'n/a', null];
        yield 'empty' => [',', ' ', null];
    }

    #[DataProvider('numbers')]
    public function test_numbers(string $decimal, string $text, ?float $expected): void
    {
        $this->assertSame($expected, (new NumberFormat($decimal))->parse($text));
    }

    public function test_what_is_no_number_is_refused_and_never_read_as_another(): void
    {
        foreach (['1,2,3', '12,34.5', 'abc', '1.2.3', '12 apples', '--5', '1e999', '0x1A', '1,23'] as $text) {
            try {
                $value = (new NumberFormat())->parse($text);
                $this->fail("{$text} was read as {$value}");
            } catch (Refusal $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
    }

    public function test_the_decimal_sign_is_told_from_the_figures(): void
    {
        $of = static fn (string ...$samples): array => [NumberFormat::detect($samples)->decimal, NumberFormat::detect($samples)->ambiguous];
        $this->assertSame(['.', false], $of('1,234.50', '12'));
        $this->assertSame([',', false], $of('1.234,50', '12'));
        $this->assertSame([',', false], $of('12,5', '3,25'));
        $this->assertSame(['.', true], $of('1,234', '5,678'));
        $this->assertSame([',', false], $of('1.234.567'));
    }

    public function test_every_number_written_in_a_format_is_read_back(): void
    {
        mt_srand(11);
        for ($i = 0; $i < 2000; $i++) {
            $value = round(mt_rand(-1_000_000_000, 1_000_000_000) / 100, 2);
            foreach (['.' => ',', ',' => '.'] as $decimal => $group) {
                $text = number_format(abs($value), 2, $decimal, $group);
                $text = $value < 0 ? ['-'.$text, "({$text})", '−'.$text][mt_rand(0, 2)] : $text;
                $this->assertSame($value, (new NumberFormat($decimal))->parse($text), $text);
            }
        }
    }

    public function test_days_in_the_usual_spellings(): void
    {
        foreach (
            [
                '2024-02-29',
                '29.02.2024' => DateFormat::DayFirst,
                '02/29/2024' => DateFormat::MonthFirst,
                '20240229',
                '29 Feb 2024',
                'Feb 29, 2024',
                '29-Feb-24',
                '2024-02-29T00:00:00Z',
                '45351',
            ] as $text => $format
        ) {
            [$text, $format] = is_int($text) ? [$format, DateFormat::YearFirst] : [$text, $format];
            $this->assertSame(20240229, $format->parse((string) $text), (string) $text);
        }
        $this->assertSame([DateFormat::DayFirst, true], DateFormat::detect(['01/02/2024', '03/04/2024']));
        $this->assertSame([DateFormat::MonthFirst, false], DateFormat::detect(['01/02/2024', '03/24/2024']));
        $this->assertSame([DateFormat::DayFirst, false], DateFormat::detect(['01/02/2024', '24/03/2024']));
        foreach (['2023-02-29', '31.04.2024', 'yesterday', '', '99999999'] as $text) {
            try {
                DateFormat::DayFirst->parse($text);
                $this->fail("{$text} was taken for a day");
            } catch (Refusal $refusal) {
                $this->assertStringContainsString('is not a da', $refusal->getMessage());
            }
        }
    }

    public function test_fiscal_periods_from_days_and_headings(): void
    {
        $december = new FiscalCalendar(12);
        $march = new FiscalCalendar(3);
        $this->assertSame(['kind' => 'year', 'period' => 20240], $december->period(20240101, 20241231));
        $this->assertSame(['kind' => 'quarter', 'period' => 20242], $december->period(20240401, 20240630));
        $this->assertSame(['kind' => 'year_to_date', 'period' => 20243], $december->period(20240101, 20240930));
        $this->assertSame(['kind' => 'balance', 'period' => 20244], $december->period(null, 20241231));
        $this->assertSame(['kind' => 'half', 'period' => 20247], $december->period(20240701, 20241231));
        $this->assertSame(['kind' => 'year', 'period' => 20240], $march->period(20230401, 20240331));
        $this->assertSame(['kind' => 'quarter', 'period' => 20251], $march->period(20240401, 20240630));
        $this->assertSame(['kind' => 'year', 'period' => 20240], $december->period(20240101, 20241228), 'a 52-week year');
        $this->assertSame(['kind' => 'year', 'period' => 20240], $december->period(20231231, 20250104), 'a 53-week year');
        foreach ([[20240101, 20240215], [20240815, 20241231], [null, 20241115]] as [$from, $to]) {
            try {
                $december->period($from, $to);
                $this->fail("{$from} to {$to} was taken for a period");
            } catch (Refusal $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
        foreach (
            [
                '2023' => 20230,
                'FY2023' => 20230,
                'FY 23' => 20230,
                'Q1 2024' => 20241,
                '2Q24' => 20242,
                '2024-Q3' => 20243,
                '31.12.2023' => 20230,
                '2023-12-31' => 20230,
                'Dec 2023' => 20230,
                'Year ended 31 December 2023' => 20230,
                'As of September 30, 2024' => 20243,
                'Three months ended 31 March 2024' => 20241,
                '2023A' => 20230,
            ] as $heading => $period
        ) {
            $this->assertSame($period, $december->heading((string) $heading), (string) $heading);
        }
        foreach (['Revenue', '', '12', 'Note', '3000', 'Q5 2024', '15.11.2023'] as $heading) {
            $this->assertNull($december->heading($heading), $heading);
        }
        foreach ([[20240, 20241231], [20241, 20240331], [20242, 20240630]] as [$period, $end]) {
            $this->assertSame($end, $december->end($period));
        }
        $this->assertSame([20240331, 20230630], [$march->end(20240), $march->end(20241)]);
        // Whatever ends a fiscal quarter is found again.
        for ($month = 1; $month <= 12; $month++) {
            $calendar = new FiscalCalendar($month);
            foreach ([1, 2, 3, 4] as $quarter) {
                $this->assertSame(
                    [2024, $quarter],
                    $calendar->quarterEnding($calendar->end(20240 + $quarter)),
                    "year end {$month}, quarter {$quarter}",
                );
            }
        }
    }

    /** @return iterable<string, array{TableKind, list<string>, list<list<string>>, list<?string>}> */
    public static function tables(): iterable
    {
        yield 'prices in any order' => [
            TableKind::Prices,
            ['Volume', 'Adj Close', 'Last', 'Low', 'High', 'Open', 'Date'],
            [['1200', '9.5', '10', '9', '11', '9.8', '2024-05-02']],
            ['volume', 'adjusted', 'close', 'low', 'high', 'open', 'day'],
        ];
        yield 'prices with a company' => [
            TableKind::Prices,
            ['Ticker', 'Trade date', 'Closing price', 'Remark'],
            [['ABCD', '2024-05-02', '10', 'x']],
            ['company', 'day', 'close', null],
        ];
        yield 'dividends' => [
            TableKind::Dividends,
            ['Ex-dividend date', 'Payment date', 'Cash amount', 'Currency'],
            [['2024-05-02', '2024-05-12', '0.4', 'XCR']],
            ['day', 'paid_on', 'amount', 'currency'],
        ];
        yield 'splits' => [TableKind::Splits, ['Date', 'Split ratio'], [['2024-05-02', '10:1']], ['day', 'ratio']];
        yield 'holders' => [
            TableKind::Holders,
            ['Shareholder', 'Shares held', 'Report date'],
            [['Orrin Pensions', '1200', '2024-03-31']],
            ['holder', 'shares', 'day'],
        ];
        yield 'insider trades' => [
            TableKind::InsiderTrades,
            ['Date', 'Insider', 'Position', 'Transaction', 'Shares', 'Price'],
            [['2024-05-02', 'M. Tarn', 'Director', 'Buy', '500', '10']],
            ['day', 'insider', 'role', 'direction', 'shares', 'price'],
        ];
        yield 'figures one a row' => [
            TableKind::Figures,
            ['Company', 'Line item', 'Fiscal period', 'Value', 'Filed on'],
            [['ABCD', 'Revenue', 'FY 2024', '100', '2025-03-01']],
            ['company', 'line', 'period', 'value', 'filed_on'],
        ];
        yield 'estimates' => [
            TableKind::Estimates,
            ['Company', 'Measure', 'Fiscal year', 'As of', 'Consensus', 'Number of analysts', 'High', 'Low'],
            [['ABCD', 'Revenue', '2027', '2026-05-01', '100', '7', '110', '90']],
            ['company', 'line', 'period', 'day', 'mean', 'analysts', 'high', 'low'],
        ];
        yield 'transactions' => [
            TableKind::Transactions,
            ['Date', 'Type', 'Ticker', 'Quantity', 'Price', 'Commission'],
            [['2024-05-02', 'Buy', 'ABCD', '5', '10', '1']],
            ['day', 'direction', 'company', 'shares', 'price', 'costs'],
        ];
    }

    /**
     * @param  list<string>  $head
     * @param  list<list<string>>  $rows
     * @param  list<?string>  $fields
     */
    #[DataProvider('tables')]
    public function test_columns_are_recognised_by_heading_and_content(TableKind $kind, array $head, array $rows, array $fields): void
    {
        $columns = ColumnRecognition::columns($kind, $head, $rows);
        $this->assertSame($fields, array_column($columns, 'field'));
        foreach ($columns as $column) {
            $this->assertSame($column['field'] === null, $column['confidence'] === 0.0);
        }
        $this->assertSame($kind, ColumnRecognition::kind($head, $rows));
    }

    public function test_a_heading_is_not_believed_against_what_stands_below_it(): void
    {
        $columns = ColumnRecognition::columns(TableKind::Prices, ['Date', 'Close'], [['up', 'high'], ['down', 'low']]);
        $this->assertSame([null, null], array_column($columns, 'field'));
    }

    public function test_a_table_half_recognised_is_the_kind_it_is_nearest_to(): void
    {
        $rows = [['01.07.2026', '140,25', '1.000'], ['02.07.2026', '141,5', '1.200']];
        $this->assertNull(ColumnRecognition::kind(['Date', 'Schluss', 'Volume'], $rows));
        $this->assertSame(TableKind::Prices, ColumnRecognition::kind(['Date', 'Schluss', 'Volume'], $rows, complete: false));
        $this->assertNull(ColumnRecognition::kind(['X', 'Y', 'Z'], $rows, complete: false));
        $this->assertSame(TableKind::Prices, ColumnRecognition::kind(['Date', 'Close', 'Volume'], $rows, complete: false));
        $this->assertNull(
            ColumnRecognition::kind(['Target period', 'Y', 'Z'], [['FY 2027', 'x', 'y']], complete: false),
            'of what estimates need three quarters are missing',
        );
    }

    public function test_line_labels(): void
    {
        $of = static fn (string $label, ReportingModel $template = ReportingModel::Industrial): ?string => (new LineRecognition(
            $template,
        ))->recognise($label)['line'];
        foreach (
            [
                'Net sales' => 'revenue',
                'COGS' => 'cost_of_revenue',
                'EBIT' => 'operating_income',
                'Profit before tax' => 'income_before_tax',
                'SG&A' => 'selling_general_administrative',
                'Capex' => 'capital_expenditure',
                'Trade and other receivables' => 'receivables',
                'Total assets' => 'total_assets',
                'Diluted EPS' => 'earnings_per_share_diluted',
                'Dividends paid' => 'dividends_paid',
                'RevenueFromContractWithCustomerExcludingAssessedTax' => 'revenue',
                'Inventories (note 7)' => 'inventories',
                'Net cash from operating activities' => 'operating_cash_flow',
            ] as $label => $line
        ) {
            $this->assertSame($line, $of($label), $label);
        }
        $this->assertNull($of('Weather on the day of the meeting'));
        $this->assertSame('deposits', $of('Customer deposits', ReportingModel::Bank));
        $this->assertNull($of('Customer deposits'), 'an industrial company has no deposits');
        // Every line is recognised by its own label and key.
        foreach (ReportingModel::cases() as $template) {
            foreach (LineItems::all() as $key => $item) {
                if ($item->fits($template)) {
                    $this->assertSame($key, $of($item->key, $template));
                    $this->assertNotNull($of($item->label, $template));
                }
            }
        }
        $own = new LineRecognition(ReportingModel::Industrial, ['Harbour dues' => 'other_operating_expenses', 'Revenue' => '']);
        $this->assertSame(
            ['other_operating_expenses', null],
            [$own->recognise('Harbour dues')['line'], $own->recognise('Revenue')['line']],
        );
    }

    public function test_a_statement_with_its_heading_scale_currency_and_signs(): void
    {
        $rows = [
            ['Quill Sound Ferries', '', ''],
            ['XCR in thousands', '', ''],
            ['', 'Note', 'FY 2024', 'FY 2023', 'FY 2022'],
            ['Revenue', '1', '1,500', '1,400', '1,300'],
            ['Cost of sales', '', '(900)', '(850)', '(800)'],
            ['Gross profit', '', '600', '550', '500'],
            ['Ferry bells', '', '3', '2', '1'],
            ['Basic EPS', '', '1.50', '1.40', 'n/a'],
        ];
        $table = StatementTable::recognise($rows, new FiscalCalendar(12), new LineRecognition(ReportingModel::Industrial));
        $this->assertSame(
            [2, 0, [2 => 20240, 3 => 20230, 4 => 20220], 1000.0, 'XCR'],
            [
                $table->headRow,
                $table->labelColumn,
                array_map(static fn (PeriodHeading $heading): int => $heading->period, $table->columns),
                $table->denomination->scale,
                $table->denomination->currency(),
            ],
        );
        $read = new StatementReading($table, $rows, $table->numbers, 1000.0);
        $this->assertSame(1_500_000.0, $read->figures['revenue@20240']['value']);
        $this->assertSame(900_000.0, $read->figures['cost_of_revenue@20240']['value'], 'costs in parentheses are costs');
        $this->assertSame(['Cost of revenue'], $read->turned);
        $this->assertSame(1.5, $read->figures['earnings_per_share_basic@20240']['value']);
        $this->assertArrayNotHasKey('earnings_per_share_basic@20220', $read->figures);
        $this->assertSame(
            [null],
            array_values(
                array_unique(
                    array_map(
                        static fn (StatementRow $row): ?string => $row->line,
                        array_filter($table->lines, static fn (StatementRow $row): bool => $row->label === 'Ferry bells'),
                    ),
                ),
            ),
        );
        $this->assertSame('row 4, FY 2024', $read->figures['revenue@20240']['place']);
    }
}
