<?php

declare(strict_types=1);

namespace Tests\Intake\Sample;

use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Writer\Ods;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;

/** Statements as tables, in the makes in which companies and vendors write them. */
final class Statements
{
    /** A small income statement in millions with one decimal, by label and year. */
    private const INCOME = [
        'Revenue' => ['revenue', 4118.9, 3950.2],
        'Cost of sales' => ['cost_of_revenue', 2471.3, 2390.1],
        'Gross profit' => ['gross_profit', 1647.6, 1560.1],
        'Operating profit' => ['operating_income', 610.4, 575.0],
        'Profit before tax' => ['income_before_tax', 580.0, 541.7],
        'Net income' => ['net_income', 431.2, 402.8],
        'Total assets' => ['total_assets', 6012.5, 5890.3],
    ];

    /** @return iterable<Sample> */
    public static function all(): iterable
    {
        yield from self::scales();
        yield from self::spans();
        yield from self::labels();
        yield from self::headings();
        yield from self::shapes();
        yield from self::years();
        yield from self::lists();
    }

    /** @return iterable<Sample> */
    private static function scales(): iterable
    {
        $inMillions = [
            'USD in Millions' => 'USD',
            '$ in Millions' => 'USD',
            'In Millions, except per share data' => 'USD',
            'EUR Million' => 'EUR',
            '£m' => 'GBP',
            '€m' => 'EUR',
            'US$m' => 'USD',
            'MUSD' => 'USD',
            'Mio. EUR' => 'EUR',
            'amounts in mn xcr, unaudited: XCR mn' => 'XCR',
        ];
        foreach ($inMillions as $words => $currency) {
            yield new Sample(
                "{$words}.csv",
                self::csv([[$words], ['', '2023', '2022'], ...self::rows(1)]),
                self::answers(),
                company: ['currency' => $currency],
            );
        }
        foreach (
            ['T€' => 'EUR', '€000' => 'EUR', "'000" => 'XCR', 'usd in THOUSANDS' => 'USD', 'TXCR' => 'XCR'] as $words => $currency
        ) {
            yield new Sample(
                "{$words}.csv",
                self::csv([[$words], ['', '2023', '2022'], ...self::rows(1000)]),
                self::answers(),
                company: ['currency' => $currency],
            );
        }
        yield new Sample(
            'bn.csv',
            self::csv([['EUR bn'], ['', '2023', '2022'], ...self::rows(0.001)]),
            self::answers(),
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'whole.csv',
            self::csv([['in EUR'], ['', '2023', '2022'], ...self::rows(1e6)]),
            self::answers(),
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'unit row.csv',
            self::csv([['Quill Sound Ferries'], ['', 'FY 2023', 'FY 2022'], ['', 'EUR m', 'EUR m'], ...self::rows(1)]),
            self::answers(),
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'unit column.csv',
            self::csv([
                ['Item', 'Unit', '2023', '2022'],
                ...array_map(static fn (array $row): array => [$row[0], 'EUR m', $row[1], $row[2]], self::rows(1)),
                ['Employees', 'number', '1,200', '1,150'],
                ['Gross margin', '%', '40.0', '39.5'],
            ]),
            [...self::answers(), 'employees@20230' => 1200.0, 'employees@20220' => 1150.0],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'units in labels.csv',
            self::csv([
                ['', '2023'],
                ['Revenue (EUR million)', '4118.9'],
                ['Net income, EUR million', '431.2'],
                ['Employees (FTE)', '12'],
            ]),
            ['revenue@20230' => 4118900000.0, 'net_income@20230' => 431200000.0, 'employees@20230' => 12.0],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'units in cells.csv',
            self::csv([
                ['', '2023'],
                ['Revenue', '€4.1bn'],
                ['Net income', '€431.2m'],
                ['Total assets', '6012.5 million'],
            ]),
            ['revenue@20230' => 4.1e9, 'net_income@20230' => 431200000.0, 'total_assets@20230' => 6012500000.0],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'no scale.csv',
            self::csv([['EUR'], ['', '2023', '2022'], ...self::rows(1)]),
            self::answers(),
            ['scale'],
            ['scale' => 1e6],
            [
                'currency' => 'EUR',
            ],
        );
        yield new Sample(
            'no scale, known neighbours.csv',
            self::csv([['', '2023', '2022'], ...self::rows(1)]),
            self::answers(),
            known: [
                'revenue@20210' => 3.8e9,
                'total_assets@20210' => 5.7e9,
                'net_income@20210' => 390e6,
                'gross_profit@20210' => 1.5e9,
            ],
        );
        yield new Sample(
            'two scales.csv',
            self::csv([['in thousands (EUR million)'], ['', '2023', '2022'], ...self::rows(1)]),
            self::answers(),
            ['scale'],
            [
                'scale' => 1e6,
            ],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'thousand times off.csv',
            self::csv([['EUR thousands'], ['', '2023', '2022'], ...self::rows(1)]),
            self::answers(),
            ['scale_off'],
            ['scale' => 1e6],
            ['currency' => 'EUR'],
            known: [
                'revenue@20230' => 4118900000.0,
                'total_assets@20230' => 6012500000.0,
                'net_income@20230' => 431200000.0,
                'gross_profit@20230' => 1647600000.0,
            ],
        );
        $slip = self::rows(1);
        $slip[0][1] = '4118900';
        yield new Sample(
            'one cell off.csv',
            self::csv([
                ['EUR million'],
                ['', '2023', '2022', '2021'],
                ...array_map(static fn (array $row): array => [...$row, $row[2]], $slip),
            ]),
            array_merge(self::answers(), ['revenue@20230' => 4118900e6], self::year(2021, 2)),
            ['figure_off'],
            ['accept' => ['figure_off']],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'share scale.csv',
            self::csv([
                ['(In thousands, except share and per share data)'],
                ['', '2023'],
                ['Revenue', '4,118,900'],
                ['Net income', '431,200'],
                ['Earnings per share:'],
                ['Basic', '4.20'],
                ['Diluted', '4.18'],
                ['Weighted average shares outstanding:'],
                ['Basic', '102,666,667'],
                ['Diluted', '103,157,895'],
            ]),
            [
                'revenue@20230' => 4118900000.0,
                'net_income@20230' => 431200000.0,
                'earnings_per_share_basic@20230' => 4.2,
                'earnings_per_share_diluted@20230' => 4.18,
                'basic_shares_average@20230' => 102666667.0,
                'diluted_shares_average@20230' => 103157895.0,
            ],
        );
        yield new Sample(
            'shares in millions.csv',
            self::csv([
                ['€m'],
                ['', '2023'],
                ['Net income', '431.2'],
                ['Basic EPS', '4.20'],
                ['Weighted average shares (thousands)', '102,666.7'],
            ]),
            [
                'net_income@20230' => 431200000.0,
                'earnings_per_share_basic@20230' => 4.2,
                'basic_shares_average@20230' => 102666700.0,
            ],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'pence a share.csv',
            self::csv([
                ['£m'],
                ['', '2023'],
                ['Turnover', '4118.9'],
                ['Profit for the year', '431.2'],
                ['Basic EPS (pence)', '42.0'],
                ['Dividend per share (p)', '12.5'],
            ]),
            [
                'revenue@20230' => 4118900000.0,
                'net_income@20230' => 431200000.0,
                'earnings_per_share_basic@20230' => 0.42,
                'dividends_per_share@20230' => 0.125,
            ],
            company: ['currency' => 'GBP'],
        );
    }

    /** @return iterable<Sample> */
    private static function spans(): iterable
    {
        yield new Sample(
            'three and nine months.csv',
            self::csv([
                ['Condensed statement of income', '(USD in millions)'],
                ['', 'Three months ended September 30,', '', 'Nine months ended September 30,', ''],
                ['', '2023', '2022', '2023', '2022'],
                ['Net sales', '1,050.5', '990.1', '3,050.0', '2,900.0'],
                ['Net income', '110.0', '101.0', '320.0', '299.0'],
            ]),
            [
                'revenue@20233' => 1050500000.0,
                'revenue@20223' => 990100000.0,
                'net_income@20233' => 110e6,
                'net_income@20223' => 101e6,
                'revenue@20236' => 1999500000.0,
                'revenue@20226' => 1909900000.0,
                'net_income@20236' => 210e6,
                'net_income@20226' => 198e6,
            ],
            company: ['currency' => 'USD'],
        );
        yield new Sample(
            'half year report.csv',
            self::csv([
                ['In EUR million'],
                ['', 'Six months ended 30 June', ''],
                ['', '2023', '2022'],
                ['Revenue', '2,010.0', '1,950.0'],
                ['Net income', '210', '190'],
            ]),
            [
                'revenue@20236' => 2010e6,
                'revenue@20226' => 1950e6,
                'net_income@20236' => 210e6,
                'net_income@20226' => 190e6,
            ],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'year to date.csv',
            self::csv([
                ['XCR m'],
                ['', 'Q1 2023', 'H1 2023', '9M 2023', 'FY 2023'],
                ['Revenue', '1,000', '2,050', '3,100', '4,118.9'],
                ['Total assets', '5,900', '5,950', '6,000', '6,012.5'],
            ]),
            [
                'revenue@20231' => 1e9,
                'revenue@20232' => 1050e6,
                'revenue@20233' => 1050e6,
                'revenue@20230' => 4118900000.0,
                'total_assets@20231' => 5900e6,
                'total_assets@20232' => 5950e6,
                'total_assets@20233' => 6000e6,
                'total_assets@20230' => 6012500000.0,
            ],
        );
        yield new Sample(
            'only nine months.csv',
            self::csv([
                ['XCR m'],
                ['', '9M 2023', '9M 2022'],
                ['Revenue', '3,100', '2,900'],
                ['Total assets', '6,000', '5,800'],
            ]),
            ['total_assets@20233' => 6000e6, 'total_assets@20223' => 5800e6],
            refused: 2,
        );
        yield new Sample(
            'quarters under years.csv',
            self::csv([
                ['EUR million'],
                ['', '2023', '', '', '', '2022'],
                ['', 'Q1', 'Q2', 'Q3', 'Q4', 'Q1'],
                ['Revenue', '1000', '1050', '1050', '1018.9', '950'],
            ]),
            [
                'revenue@20231' => 1e9,
                'revenue@20232' => 1050e6,
                'revenue@20233' => 1050e6,
                'revenue@20234' => 1018900000.0,
                'revenue@20221' => 950e6,
            ],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'days without a span.csv',
            self::csv([
                ['EUR million'],
                ['', '30.06.2023', '30.06.2022'],
                ['Revenue', '2,010.0', '1,950.0'],
                ['Total assets', '5,950', '5,700'],
            ]),
            [
                'revenue@20236' => 2010e6,
                'revenue@20226' => 1950e6,
                'total_assets@20232' => 5950e6,
                'total_assets@20222' => 5700e6,
            ],
            ['span'],
            ['span' => 'year_to_date'],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'contradicting quarter.csv',
            self::csv([
                ['EUR million'],
                ['', 'Q1 2023', 'Q2 2023', 'H1 2023'],
                ['Revenue', '1,000.0', '1,050.0', '2,500.0'],
            ]),
            ['revenue@20231' => 1e9, 'revenue@20232' => 1050e6],
            ['quarter:revenue@20232'],
            ['columns' => [null, null, null, '']],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'semesters.csv',
            self::csv([['EUR million'], ['', '1H23', '2H23'], ['Revenue', '2,010', '2,108.9']]),
            ['revenue@20236' => 2010e6, 'revenue@20237' => 2108900000.0],
            company: ['currency' => 'EUR'],
        );
    }

    /** @return iterable<Sample> */
    private static function labels(): iterable
    {
        yield new Sample(
            'two rows for a line.csv',
            self::csv([
                ['EUR m'],
                ['', '2023'],
                ['Revenue', '4,118.9'],
                ['Net sales', '4,000.0'],
                ['Net income', '431.2'],
            ]),
            ['revenue@20230' => 4118900000.0, 'net_income@20230' => 431200000.0],
            ['rows:revenue'],
            ['lines' => ['Net sales' => '']],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'a guess.csv',
            self::csv([
                ['EUR m'],
                ['', '2023'],
                ['Revenue', '4,118.9'],
                ['Customers: trade and other receivables', '310'],
            ]),
            ['revenue@20230' => 4118900000.0, 'receivables@20230' => 310e6],
            ['guesses'],
            ['accept' => ['guesses']],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'words that change meaning.csv',
            self::csv([
                ['EUR m'],
                ['', '2023'],
                ['Revenue', '4,118.9'],
                ['Revenue growth %', '4.3'],
                ['Adjusted net income', '500'],
                ['Gross margin excluding items', '41'],
                ['Other revenue', '12'],
                ['of which ferries', '3,000'],
                ['EBITDA', '810'],
                ['Net debt', '1,200'],
                ['Total comprehensive income', '440'],
                ['Net income', '431.2'],
            ]),
            ['revenue@20230' => 4118900000.0, 'net_income@20230' => 431200000.0],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'balance sheet with parts.csv',
            self::csv([
                ['Balance sheet, EUR m'],
                ['', '31 December 2023', '31 December 2022'],
                ['Non-current assets'],
                ['Property, plant and equipment', '2,900', '2,850'],
                ['Other assets', '40', '41'],
                ['Total non-current assets', '4,100', '4,050'],
                ['Current assets'],
                ['Inventories', '310', '290'],
                ['Trade and other receivables', '520', '505'],
                ['Other assets', '60', '55'],
                ['Total current assets', '1,912.5', '1,840.3'],
                ['Total assets', '6,012.5', '5,890.3'],
                ['Current liabilities'],
                ['Borrowings', '150', '160'],
                ['Lease liabilities', '30', '31'],
                ['Non-current liabilities'],
                ['Borrowings', '1,100', '1,150'],
                ['Lease liabilities', '210', '220'],
            ]),
            self::both([
                'property_plant_equipment_net' => [2900, 2850],
                'other_non_current_assets' => [40, 41],
                'total_non_current_assets' => [4100, 4050],
                'inventories' => [310, 290],
                'receivables' => [520, 505],
                'other_current_assets' => [60, 55],
                'total_current_assets' => [1912.5, 1840.3],
                'total_assets' => [6012.5, 5890.3],
                'short_term_debt' => [150, 160],
                'lease_liabilities_current' => [30, 31],
                'long_term_debt' => [1100, 1150],
                'lease_liabilities_non_current' => [210, 220],
            ]),
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'cash flow.csv',
            self::csv([
                ['Cash flow statement (USD in thousands)'],
                ['', 'Year ended December 31,', ''],
                ['', '2023', '2022'],
                ['Cash flows from operating activities:'],
                ['Net income', '431,200', '402,800'],
                ['Depreciation and amortization', '210,000', '205,000'],
                ['Changes in operating assets and liabilities:'],
                ['Accounts receivable', '(15,000)', '4,000'],
                ['Inventories', '(20,000)', '(6,000)'],
                ['Accounts payable', '12,000', '5,000'],
                ['Net cash provided by operating activities', '618,200', '610,800'],
                ['Cash flows from investing activities:'],
                ['Purchases of property, plant and equipment', '(260,000)', '(240,000)'],
                ['Net cash used in investing activities', '(260,000)', '(240,000)'],
                ['Cash flows from financing activities:'],
                ['Dividends paid', '(120,000)', '(110,000)'],
                ['Repurchases of common stock', '(50,000)', '(40,000)'],
                ['Net cash used in financing activities', '(170,000)', '(150,000)'],
            ]),
            self::both([
                'net_income' => [431.2, 402.8],
                'depreciation_amortization' => [210, 205],
                'increase_in_receivables' => [15, -4],
                'increase_in_inventories' => [20, 6],
                'increase_in_payables' => [12, 5],
                'operating_cash_flow' => [618.2, 610.8],
                'capital_expenditure' => [260, 240],
                'investing_cash_flow' => [-260, -240],
                'dividends_paid' => [120, 110],
                'shares_repurchased' => [50, 40],
                'financing_cash_flow' => [-170, -150],
            ]),
            company: ['currency' => 'USD'],
        );
        yield new Sample(
            'working capital as an effect on cash.csv',
            self::csv([
                ['EUR m'],
                ['', '2023'],
                ['Net income', '431.2'],
                ['Depreciation and amortisation', '210'],
                ['Change in working capital', '-23'],
                ['Operating cash flow', '618.2'],
            ]),
            [
                'net_income@20230' => 431200000.0,
                'depreciation_amortization@20230' => 210e6,
                'change_in_working_capital@20230' => 23e6,
                'operating_cash_flow@20230' => 618200000.0,
            ],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'costs as negatives.csv',
            self::csv([
                ['EUR m'],
                ['', '2023', '2022'],
                ['Revenue', '4,118.9', '3,950.2'],
                ['Cost of sales', '(2,471.3)', '(2,390.1)'],
                ['Income tax', '-148.8', '-138.9'],
                ['Net income', '(5.0)', '402.8'],
            ]),
            self::both([
                'revenue' => [4118.9, 3950.2],
                'cost_of_revenue' => [2471.3, 2390.1],
                'income_tax' => [148.8, 138.9],
                'net_income' => [-5, 402.8],
            ]),
            company: ['currency' => 'EUR'],
        );
    }

    /** @return iterable<Sample> */
    private static function headings(): iterable
    {
        yield new Sample(
            'restated.csv',
            self::csv([['EUR m'], ['', '2023', '2022 (restated)', '2022'], ['Revenue', '4,118.9', '3,950.2', '3,960.0']]),
            ['revenue@20230' => 4118900000.0, 'revenue@20220' => 3950200000.0],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'estimates and trailing.csv',
            self::csv([
                ['EUR m'],
                ['', 'FY22', 'FY23', 'FY24E', 'LTM', 'LTM Jun 2023', '2023 vs 2022 %'],
                ['Revenue', '3950.2', '4118.9', '4300', '4050', '4020', '4.3'],
            ]),
            ['revenue@20230' => 4118900000.0, 'revenue@20220' => 3950200000.0],
            company: ['currency' => 'EUR'],
        );
        foreach (
            [
                '2022/23' => '2021/22',
                'Fiscal 2023' => 'Fiscal 2022',
                'FY 2023 (audited)' => 'FY 2022 (audited)',
                '30 June 2023' => '30 June 2022',
                'Year ended June 30, 2023' => 'Year ended June 30, 2022',
                'Jun-23' => 'Jun-22',
                '2023*' => '2022*',
            ] as $now => $before
        ) {
            yield new Sample(
                'headed '.strtr($now, '/*', '  ').'.csv',
                self::csv([['EUR m'], ['', $now, $before], ['Revenue', '4,118.9', '3,950.2']]),
                ['revenue@20230' => 4118900000.0, 'revenue@20220' => 3950200000.0],
                company: ['currency' => 'EUR', 'year_end' => 6],
            );
        }
    }

    /** @return iterable<Sample> */
    private static function shapes(): iterable
    {
        $eur = ['currency' => 'EUR'];
        $rows = [
            ['Mio. €', '', ''],
            ['Übersicht', '2023', '2022'],
            ['Revenue', '4.118,9', '3.950,2'],
            ['Net income', '431,2', '402,8'],
        ];
        $answers = self::both(['revenue' => [4118.9, 3950.2], 'net_income' => [431.2, 402.8]]);
        yield new Sample(
            'windows 1252.csv',
            mb_convert_encoding(self::csv($rows, ';'), 'Windows-1252', 'UTF-8'),
            $answers,
            company: $eur,
        );
        yield new Sample(
            'utf-16 with a mark.csv',
            "\xFF\xFE".mb_convert_encoding(self::csv($rows, "\t"), 'UTF-16LE', 'UTF-8'),
            $answers,
            company: $eur,
        );
        yield new Sample(
            'utf-16 without a mark.csv',
            mb_convert_encoding(self::csv([['EUR m', ''], ...array_slice($rows, 1)], ';'), 'UTF-16BE', 'UTF-8'),
            $answers,
            company: $eur,
        );
        yield new Sample(
            'utf-8 with a mark.csv',
            "\u{FEFF}".self::csv([['Übersicht in Mio. EUR', '2023', '2022'], ...array_slice($rows, 2)], ';'),
            $answers,
            company: $eur,
        );
        foreach (
            [
                'apostrophes' => "'",
                'thin spaces' => "\u{2009}",
                'narrow spaces' => "\u{202F}",
                'typographic apostrophes' => '’',
            ] as $what => $sign
        ) {
            yield new Sample(
                "{$what}.csv",
                self::csv(
                    [
                        ['€m'],
                        ['', '2023', '2022'],
                        ['Revenue', "4{$sign}118.9", "3{$sign}950.2"],
                        ['Net income', '431.2', '402.8'],
                    ],
                    '|',
                ),
                $answers,
                company: $eur,
            );
        }
        yield new Sample(
            'thousands with points.csv',
            self::csv(
                [
                    ['TEUR'],
                    ['', '2023', '2022'],
                    ['Revenue', '4.118.900', '3.950.200'],
                    ['Net income', '431.200', '402.800'],
                ],
                ';',
            ),
            $answers,
            company: $eur,
        );
        yield new Sample(
            'either points or decimals.csv',
            self::csv([['TEUR'], ['', '2023', '2022'], ['Net income', '431.200', '402.800']], ';'),
            self::both(['net_income' => [431.2, 402.8]]),
            ['decimal'],
            ['decimal' => ','],
            $eur,
        );
        yield new Sample(
            'notes and footers.csv',
            self::csv([
                ['Quill Sound Ferries plc'],
                ['Consolidated income statement'],
                ['for the year ended 31 December 2023, in millions of euros'],
                [],
                ['', 'Notes', '2023', '2022'],
                ['', '', '', ''],
                ['Revenue', '4', '4,118.9', '3,950.2'],
                ['Net income (loss)¹', '12', '431.2', '402.8'],
                [],
                ['1) before minority interests'],
                ['Source: the company. The notes on pages 12 to 40 are part of the statements.'],
            ]),
            $answers,
            company: $eur,
        );
        yield new Sample(
            'set in by a column.csv',
            self::csv([
                ['EUR m'],
                ['', '', '2023', '2022'],
                ['Sales', '', '', ''],
                ['', 'Revenue', '4,118.9', '3,950.2'],
                ['Result', '', '', ''],
                ['', 'Net income', '431.2', '402.8'],
            ]),
            $answers,
            company: $eur,
        );
        $sheets = [
            'Cover' => [['Quill Sound Ferries'], ['Annual report']],
            'Income' => [
                ['EUR million'],
                ['', '2023', '2022'],
                ['Revenue', 4118.9, 3950.2],
                ['Net income', 431.2, 402.8],
            ],
            'Balance' => [['EUR thousand'], ['', '31.12.2023', '31.12.2022'], ['Total assets', 6012500, 5890300]],
            'Cash flow' => [
                ['EUR million'],
                ['', '2023', '2022'],
                ['Net income', 431.2, 402.8],
                ['Operating cash flow', 618.2, 610.8],
            ],
        ];
        $all = [
            ...$answers,
            ...self::both(['total_assets' => [6012.5, 5890.3], 'operating_cash_flow' => [618.2, 610.8]]),
        ];
        yield new Sample('all sheets.xlsx', self::workbook($sheets, 'xlsx'), $all, company: $eur);
        yield new Sample('all sheets.ods', self::workbook($sheets, 'ods'), $all, company: $eur);
        $sheets['Cash flow'][2][1] = 500.0;
        yield new Sample(
            'sheets that contradict.xlsx',
            self::workbook($sheets, 'xlsx'),
            $all,
            ['sheets:net_income'],
            ['lines' => [], 'sheets' => [2, 3, 4], 'accept' => ['sheets:net_income']],
            $eur,
        );
        yield new Sample(
            'merged cells.xlsx',
            self::workbook(
                [
                    'Results' => [
                        ['Quill Sound Ferries, EUR million'],
                        ['', 'Three months ended June 30,', null, 'Six months ended June 30,', null],
                        ['', 2023, 2022, 2023, 2022],
                        ['Revenue', 1050.5, 990.1, 2010.0, 1950.0],
                    ],
                ],
                'xlsx',
                ['Results' => ['B2:C2', 'D2:E2']],
            ),
            [
                'revenue@20232' => 1050500000.0,
                'revenue@20222' => 990100000.0,
                'revenue@20231' => 959500000.0,
                'revenue@20221' => 959900000.0,
            ],
            company: $eur,
        );
    }

    /** @return iterable<Sample> */
    private static function years(): iterable
    {
        yield new Sample(
            'a year that begins.csv',
            self::csv([
                ['EUR m'],
                ['', '53 weeks ended February 3, 2024', '52 weeks ended January 28, 2023'],
                ['Revenue', '4,118.9', '3,950.2'],
            ]),
            ['revenue@20230' => 4118900000.0, 'revenue@20220' => 3950200000.0],
            ['fiscal_years'],
            ['fiscal_years' => 'begins'],
            ['currency' => 'EUR', 'year_end' => 1, 'fiscal_years' => null],
        );
        yield new Sample(
            'a year that ends.csv',
            self::csv([
                ['EUR m'],
                ['', 'Year ended 28 February 2023', 'Year ended 28 February 2022'],
                ['Revenue', '4,118.9', '3,950.2'],
            ]),
            ['revenue@20230' => 4118900000.0, 'revenue@20220' => 3950200000.0],
            ['fiscal_years'],
            ['fiscal_years' => 'ends'],
            ['currency' => 'EUR', 'year_end' => 2, 'fiscal_years' => null],
        );
        yield new Sample(
            'weeks at the end of December.csv',
            self::csv([
                ['USD in millions'],
                ['', '52 weeks ended December 31, 2023', '53 weeks ended January 1, 2023'],
                ['Net sales', '4,118.9', '3,950.2'],
            ]),
            ['revenue@20230' => 4118900000.0, 'revenue@20220' => 3950200000.0],
            company: ['currency' => 'USD'],
        );
    }

    /** @return iterable<Sample> */
    private static function lists(): iterable
    {
        $answers = ['revenue@20230' => 4118900000.0, 'net_income@20230' => 431200000.0];
        yield new Sample(
            'list in a unit.csv',
            "Line,Period,Value,Unit\nRevenue,FY 2023,4118900000,EUR\nNet income,FY 2023,431200000,EUR\n",
            $answers,
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'list in units with scale.csv',
            "Line,Period,Value,Unit\nRevenue,FY 2023,4118.9,EUR m\nNet income,FY 2023,431200,EUR k\n",
            $answers,
            company: [
                'currency' => 'EUR',
            ],
        );
        yield new Sample(
            'list with a scale in its head.csv',
            "Line;Period;Value (EUR million)\nRevenue;2023;4118,9\nNet income;2023;431,2\n",
            $answers,
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'list without a scale.csv',
            "Line,Period,Value\nRevenue,FY 2023,4118.9\nNet income,FY 2023,431.2\n",
            $answers,
            ['scale'],
            ['scale' => 1e6],
            [
                'currency' => 'EUR',
            ],
        );
        yield new Sample(
            'list with a guess.csv',
            "Line,Period,Value,Unit\nRevenue,FY 2023,4118900000,EUR\nCustomers: trade and other receivables,FY 2023,310000000,EUR\n",
            ['revenue@20230' => 4118900000.0, 'receivables@20230' => 310e6],
            ['guesses'],
            ['accept' => ['guesses']],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'list with nine months.csv',
            "Line,Period,Value,Unit\nRevenue,FY 2023,4118900000,EUR\nRevenue,9M 2023,3100000000,EUR\nRevenue,2024E,4300000000,EUR\n",
            ['revenue@20230' => 4118900000.0],
            company: ['currency' => 'EUR'],
            refused: 2,
        );
    }

    /** @return list<list<string>> */
    private static function rows(float $times): array
    {
        $rows = [];
        foreach (self::INCOME as $label => [, $now, $before]) {
            $rows[] = [$label, self::digits($now * $times), self::digits($before * $times)];
        }

        return $rows;
    }

    private static function digits(float $value): string
    {
        return rtrim(rtrim(number_format(round($value, 5), 5, '.', ''), '0'), '.');
    }

    /** @return array<string, float> */
    private static function answers(): array
    {
        return [...self::year(2023, 1), ...self::year(2022, 2)];
    }

    /** @return array<string, float> */
    private static function year(int $year, int $column): array
    {
        $figures = [];
        foreach (self::INCOME as $entry) {
            $figures["{$entry[0]}@{$year}0"] = round($entry[$column] * 1e6);
        }

        return $figures;
    }

    /**
     * @param  array<string, array{float|int, float|int}>  $lines  of 2023 and 2022 in millions
     * @return array<string, float>
     */
    private static function both(array $lines): array
    {
        $figures = [];
        foreach ($lines as $line => [$now, $before]) {
            $figures["{$line}@20230"] = round($now * 1e6);
            $figures["{$line}@20220"] = round($before * 1e6);
        }

        return $figures;
    }

    /** @param  list<list<string>>  $rows */
    private static function csv(array $rows, string $delimiter = ','): string
    {
        $stream = fopen('php://temp', 'w+') ?: throw new \RuntimeException('No temporary stream.');
        $width = max(array_map(count(...), $rows));
        foreach ($rows as $row) {
            fputcsv($stream, array_pad($row, $width, ''), $delimiter, '"', '', "\r\n");
        }
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    /**
     * @param  array<string, list<list<string|float|int|null>>>  $sheets
     * @param  array<string, list<string>>  $merged  ranges by sheet
     */
    private static function workbook(array $sheets, string $extension, array $merged = []): string
    {
        $book = new Spreadsheet();
        $book->removeSheetByIndex(0);
        foreach ($sheets as $name => $rows) {
            $sheet = $book->createSheet()->setTitle($name);
            $sheet->fromArray($rows, null, 'A1', true);
            foreach ($merged[$name] ?? [] as $range) {
                $sheet->mergeCells($range);
            }
        }
        $path = (string) tempnam(sys_get_temp_dir(), 'book');
        ($extension === 'xlsx' ? new Xlsx($book) : new Ods($book))->save($path);
        $content = (string) file_get_contents($path);
        unlink($path);

        return $content;
    }
}
