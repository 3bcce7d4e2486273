<?php

declare(strict_types=1);

namespace Tests\Intake\Sample;

/** Statements whose signs, words or headings mean something else at first sight. */
final class Oddities
{
    /** @return iterable<Sample> */
    public static function all(): iterable
    {
        yield new Sample(
            'changes in.csv',
            <<<'CSV'
                Consolidated statements of cash flows
                Years ended December 31 (in thousands of US dollars)
                ,2025,2024
                Cash flows from operating activities:,,
                Net income,"50,100","45,200"
                Depreciation and amortization,"20,000","19,000"
                Changes in:,,
                Trade receivables,"(5,000)","3,000"
                Inventories,"2,000","(1,000)"
                Trade payables,"1,500","(500)"
                Net cash provided by operating activities,"68,600","65,700"
                Cash flows from investing activities:,,
                Purchase of property and equipment,"(30,000)","(28,000)"
                Net cash used in investing activities,"(30,000)","(28,000)"
                Dividends paid,"(10,000)","(9,000)"
                Net cash used in financing activities,"(10,000)","(9,000)"
                CSV,
            self::years([
                'net_income' => [50.1e6, 45.2e6],
                'depreciation_amortization' => [20e6, 19e6],
                'increase_in_receivables' => [5e6, -3e6],
                'increase_in_inventories' => [-2e6, 1e6],
                'increase_in_payables' => [1.5e6, -0.5e6],
                'operating_cash_flow' => [68.6e6, 65.7e6],
                'capital_expenditure' => [30e6, 28e6],
                'investing_cash_flow' => [-30e6, -28e6],
                'dividends_paid' => [10e6, 9e6],
                'financing_cash_flow' => [-10e6, -9e6],
            ]),
            company: ['currency' => 'USD'],
        );
        foreach (['Net assets,,"42,500","38,900"', 'Total equity,,"(42,500)","(38,900)"'] as $nth => $equity) {
            yield new Sample(
                'what is owed is negative '.($nth + 1).'.csv',
                <<<CSV
                    Consolidated balance sheet at 31 December
                    ,Notes,2025,2024
                    ,,£'000,£'000
                    Non-current assets,,,
                    Property plant and equipment,12,"30,100","29,500"
                    Goodwill,13,"12,000","12,000"
                    ,,"42,100","41,500"
                    Current assets,,,
                    Inventories,15,"8,400","8,100"
                    Cash and cash equivalents,17,"20,300","18,700"
                    ,,"28,700","26,800"
                    Total assets,,"70,800","68,300"
                    Current liabilities,,,
                    Trade and other payables,18,"(11,300)","(10,900)"
                    Borrowings,19,"(2,000)","(2,500)"
                    ,,"(13,300)","(13,400)"
                    Non-current liabilities,,,
                    Borrowings,19,"(15,000)","(16,000)"
                    Total liabilities,,"(28,300)","(29,400)"
                    {$equity}
                    CSV,
                self::years([
                    'property_plant_equipment_net' => [30.1e6, 29.5e6],
                    'goodwill' => [12e6, 12e6],
                    'inventories' => [8.4e6, 8.1e6],
                    'cash_and_equivalents' => [20.3e6, 18.7e6],
                    'total_assets' => [70.8e6, 68.3e6],
                    'accounts_payable' => [11.3e6, 10.9e6],
                    'short_term_debt' => [2e6, 2.5e6],
                    'long_term_debt' => [15e6, 16e6],
                    'total_liabilities' => [28.3e6, 29.4e6],
                    'total_equity' => [42.5e6, 38.9e6],
                ]),
                company: ['currency' => 'GBP'],
            );
        }
        yield new Sample(
            'increase or decrease.csv',
            <<<'CSV'
                Statement of cash flows (EUR m),2025,2024
                Profit before tax,100,90
                Adjustments for:,,
                Depreciation,30,28
                Working capital changes:,,
                (Increase)/decrease in inventories,(4),2
                Decrease/(increase) in trade receivables,6,(5)
                Increase/(decrease) in trade payables,3,(1)
                Cash generated from operations,134,125
                Interest paid,(5),(6)
                Income taxes paid,(20),(18)
                Net cash from operating activities,109,101
                Net decrease in cash and cash equivalents,12,30
                Cash and cash equivalents at beginning of year,80,50
                Cash and cash equivalents at end of year,68,20
                CSV,
            self::years([
                'income_before_tax' => [100e6, 90e6],
                'depreciation' => [30e6, 28e6],
                'increase_in_inventories' => [4e6, -2e6],
                'increase_in_receivables' => [-6e6, 5e6],
                'increase_in_payables' => [3e6, -1e6],
                'interest_paid' => [5e6, 6e6],
                'income_taxes_paid' => [20e6, 18e6],
                'operating_cash_flow' => [109e6, 101e6],
                'net_change_in_cash' => [-12e6, -30e6],
                'cash_and_equivalents' => [68e6, 20e6],
            ]),
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'losses without a minus.csv',
            <<<'CSV'
                EUR in thousands,2025,2024
                Revenue,"412,345","398,112"
                Operating loss,"5,000","4,000"
                Loss before income taxes,"12,000","9,000"
                Net loss,"13,000","9,500"
                Basic loss per share,0.65,0.48
                Accumulated deficit,"50,000","37,000"
                CSV,
            self::years([
                'revenue' => [412345e3, 398112e3],
                'operating_income' => [-5e6, -4e6],
                'income_before_tax' => [-12e6, -9e6],
                'net_income' => [-13e6, -9.5e6],
                'earnings_per_share_basic' => [-0.65, -0.48],
                'retained_earnings' => [-50e6, -37e6],
            ]),
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'a loss and a profit.csv',
            "EUR in thousands,2025,2024\nRevenue,\"412,345\",\"398,112\"\nNet loss,\"(13,000)\",\"9,500\"\n",
            self::years(['revenue' => [412345e3, 398112e3], 'net_income' => [-13e6, 9.5e6]]),
            ['signs:net_income'],
            ['accept' => ['signs:net_income']],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'profits and losses by their names.csv',
            <<<'CSV'
                EUR in thousands,2025,2024
                Operating (loss)/profit,"(5,000)","4,000"
                (Loss)/profit before tax,"(12,000)","9,000"
                (Loss)/profit for the year,"(13,000)","9,500"
                CSV,
            self::years([
                'operating_income' => [-5e6, 4e6],
                'income_before_tax' => [-12e6, 9e6],
                'net_income' => [-13e6, 9.5e6],
            ]),
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'headings beside their figures.csv',
            <<<'CSV'
                In thousands, except share data,"December 31, 2025","December 31, 2024"
                Cash and cash equivalents,"12,300","10,100"
                Total current assets,"20,300","17,600"
                Total assets,"50,300","46,600"
                CSV,
            self::years([
                'cash_and_equivalents' => [12.3e6, 10.1e6],
                'total_current_assets' => [20.3e6, 17.6e6],
                'total_assets' => [50.3e6, 46.6e6],
            ]),
            ['headings'],
            ['columns' => [null, 'FY 2025', 'FY 2024', '']],
            ['currency' => 'USD'],
        );
        yield new Sample(
            'years down and lines across.csv',
            <<<'CSV'
                USD in millions
                Fiscal year,Revenue,Gross profit,Operating income,Net loss,Total assets,Diluted EPS,Comment
                2024,1100.5,440.2,160.1,110.3,2100,-1.10,audited
                2025,1210.5,480.2,175.1,121.3,2.21bn,-1.21,
                CSV,
            self::years([
                'revenue' => [1210.5e6, 1100.5e6],
                'gross_profit' => [480.2e6, 440.2e6],
                'operating_income' => [175.1e6, 160.1e6],
                'net_income' => [-121.3e6, -110.3e6],
                'total_assets' => [2210e6, 2100e6],
                'earnings_per_share_diluted' => [-1.21, -1.1],
            ]),
            company: ['currency' => 'USD'],
        );
        yield new Sample(
            'lines across with their units.csv',
            <<<'CSV'
                period end;Revenue (USD m);Net income (USD thousand)
                31.12.2025;1.350,4;172.900
                30.09.2025;330,1;41.200,5
                CSV,
            [
                'revenue@20250' => 1350400000.0,
                'net_income@20250' => 172900000.0,
                'revenue@20253' => 330100000.0,
                'net_income@20253' => 41200500.0,
            ],
            company: ['currency' => 'USD'],
        );
        yield new Sample(
            'ratios between.csv',
            <<<'CSV'
                EUR thousand,2025,2024
                Revenue,"412,345","398,112"
                Revenue growth,3.6%,2.1%
                Gross profit,"162,245","156,212"
                Gross margin,39.3%,39.2%
                Operating income,15.0%,14.0%
                Net profit,"36,184","33,759"
                Adjusted net profit,"38,000","35,000"
                CSV,
            self::years(['revenue' => [412345e3, 398112e3], 'gross_profit' => [162245e3, 156212e3], 'net_income' => [36184e3, 33759e3]]),
            company: ['currency' => 'EUR'],
        );
        foreach (['2025 T€,2024 T€', '2025 TEUR,2024 TEUR', "€'000 2025,€'000 2024", '2025 (Tsd. EUR),2024 (Tsd. EUR)'] as $heads) {
            yield new Sample(
                "units in heads {$heads}.csv",
                "Konzernabschluss\n,{$heads}\nRevenue,\"412,345\",\"398,112\"\nGross profit,\"162,245\",\"156,212\"\n",
                self::years(['revenue' => [412345e3, 398112e3], 'gross_profit' => [162245e3, 156212e3]]),
                company: ['currency' => 'EUR'],
            );
        }
        yield new Sample(
            'pence and dividends.csv',
            <<<'CSV'
                Consolidated income statement for the year ended 30 September 2025
                ,2025,2024
                ,£m,£m
                Revenue,812.4,790.1
                Operating profit,101.2,95.4
                Taxation,(23.0),(21.4)
                Profit for the year,69.0,64.1
                Basic earnings per share,34.5p,32.0p
                Dividends per share,12.0p,11.0p
                CSV,
            self::years([
                'revenue' => [812.4e6, 790.1e6],
                'operating_income' => [101.2e6, 95.4e6],
                'income_tax' => [23e6, 21.4e6],
                'net_income' => [69e6, 64.1e6],
                'earnings_per_share_basic' => [0.345, 0.32],
                'dividends_per_share' => [0.12, 0.11],
            ]),
            company: ['currency' => 'GBP', 'year_end' => 9],
        );
        yield new Sample(
            'words nobody knows.csv',
            <<<'CSV'
                Angaben in TEUR
                ;2025;2024
                Umsatzerlöse;412.345;398.112
                Umsatzkosten;-250.100;-241.900
                Bruttoergebnis;162.245;156.212
                Jahresüberschuss;36.184;33.759
                CSV,
            self::years(['revenue' => [412345e3, 398112e3], 'net_income' => [36184e3, 33759e3]]),
            ['lines'],
            ['lines' => ['Umsatzerlöse' => 'revenue', 'Jahresüberschuss' => 'net_income']],
            ['currency' => 'EUR'],
        );
        yield new Sample(
            'nine months less a quarter.csv',
            <<<'CSV'
                In EUR million,,,
                ,Three months ended,Three months ended,Nine months ended
                ,"Mar 31, 2025","Sep 30, 2025","Sep 30, 2025"
                Revenue,250.15,255.3,765.65
                Net income,18.1,18.7,56.2
                CSV,
            [
                'revenue@20251' => 250150000.0,
                'revenue@20252' => 260200000.0,
                'revenue@20253' => 255300000.0,
                'net_income@20251' => 18.1e6,
                'net_income@20252' => 19.4e6,
                'net_income@20253' => 18.7e6,
            ],
            company: ['currency' => 'EUR'],
        );
    }

    /**
     * @param  array<string, array{float, float}>  $lines  of 2025 and 2024
     * @return array<string, float>
     */
    private static function years(array $lines): array
    {
        $figures = [];
        foreach ($lines as $line => [$now, $before]) {
            $figures["{$line}@20250"] = $now;
            $figures["{$line}@20240"] = $before;
        }

        return $figures;
    }
}
