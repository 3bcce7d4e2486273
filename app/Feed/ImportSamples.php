<?php

declare(strict_types=1);

namespace App\Feed;

use App\Models\Bar;
use App\Models\Fact;
use App\Models\Listing;
use Logion\Reporting\LineItems;
use Logion\Time\Day;

/**
 * Files about companies of the demo as they come in practice, some clean, most with one kind of dirt each. They are made from
 * the demo's own figures, so what an import should say of each is known.
 */
final class ImportSamples
{
    private const LINES = [
        'revenue',
        'cost_of_revenue',
        'gross_profit',
        'selling_general_administrative',
        'operating_income',
        'interest_expense',
        'income_before_tax',
        'income_tax',
        'net_income',
        'total_assets',
        'total_liabilities',
        'total_equity',
        'operating_cash_flow',
        'capital_expenditure',
    ];

    /** @return array<string, string> content by file name */
    public static function all(): array
    {
        return [
            'BRSW clean statement.csv' => self::statement('BRSW', 'XCR thousands', [20240, 20230, 20220], 1000),
            'BRSW thousands for millions.csv' => self::statement('BRSW', 'XCR millions', [20240, 20230, 20220], 1000),
            'BRSW shifted column.csv' => self::statement('BRSW', 'XCR thousands', [20240, 20230, 20220], 1000, shift: true),
            'BRSW missing currency.csv' => self::statement('BRSW', 'in thousands', [20240, 20230], 1000),
            'BRSW other decimal signs.csv' => self::prices(
                'BRSW',
                12,
                static fn (array $bar): array => [
                    implode('.', array_reverse(explode('-', $bar[0]))),
                    number_format($bar[1], 2, ',', '.'),
                    number_format($bar[2], 0, ',', '.'),
                ],
                ['Datum', 'Close', 'Volume'],
                ';',
            ),
            'ORTN duplicate rows.csv' => self::prices(
                'ORTN',
                8,
                static fn (array $bar): array => [$bar[0], (string) $bar[1], (string) $bar[2]],
                ['Date', 'Close', 'Volume'],
                ',',
                duplicate: true,
            ),
            'ORTN partial month.csv' => self::monthly('ORTN'),
            'ORTN misaligned dates.csv' => self::prices(
                'ORTN',
                6,
                static fn (array $bar): array => [$bar[0], (string) $bar[1], (string) $bar[2]],
                ['Date', 'Close', 'Volume'],
                ',',
                future: true,
            ),
            'new company.csv' => "Umber Reach Lanterns\nXCR million\n,FY 2025,FY 2024\nNet sales,124.5,118.2\nCost of ".
                "sales,(70.1),(68.0)\nNet profit,11.4,10.2\nTotal assets,160,151\nShareholders' equity,88,80\nCash flow from ".
                "operations,19.0,17.1\nCapex,(7.2),(6.9)\n",
            'insider trades.csv' => "Company,Date,Insider,Role,Transaction,Shares,Price\nBRSW,2026-06-08,A. Fennow,Finance ".
                "director,Purchase,1200,61.10\nBRSW,2026-06-15,A. Fennow,Finance director,Sale,300,62.00\nBRSW,2026-06-16,A. ".
                "Fennow,Finance director,Gift,10,\n",
        ];
    }

    /** @param  list<int>  $periods */
    private static function statement(string $ticker, string $heading, array $periods, int $unit, bool $shift = false): string
    {
        $company = Listing::query()->where('ticker', $ticker)->with('security.company')->firstOrFail()->security->company;
        $known = [];
        foreach (
            Fact::query()
                ->where('company_id', $company->id)
                ->orderBy('filing_id')
                ->get(['line', 'period', 'value']) as $fact
        ) {
            $known[$fact->line][(int) $fact->period] = (float) $fact->value;
        }
        $text =
            "{$company->name}\n{$heading}\n,".
            implode(',', array_map(static fn (int $period): string => 'FY '.intdiv($period, 10), $periods)).
            "\n";
        foreach (self::LINES as $line) {
            $cells = array_map(
                static fn (int $period): string => (string) round(($known[$line][$shift ? $period - 10 : $period] ?? 0) / $unit),
                $periods,
            );
            $text .= '"'.LineItems::all()[$line]->label.'",'.implode(',', $cells)."\n";
        }

        return $text;
    }

    /**
     * @param  \Closure(array{string, float, float}): list<string>  $format
     * @param  list<string>  $head
     */
    private static function prices(
        string $ticker,
        int $days,
        \Closure $format,
        array $head,
        string $delimiter,
        bool $duplicate = false,
        bool $future = false,
    ): string {
        $listing = Listing::query()->where('ticker', $ticker)->value('id');
        $bars = Bar::query()
            ->where('listing_id', $listing)
            ->orderByDesc('day')
            ->limit($days)
            ->get(['day', 'close', 'volume'])
            ->reverse()
            ->values();
        $rows = [implode($delimiter, $head)];
        foreach ($bars as $i => $bar) {
            $row = implode($delimiter, $format([Day::iso((int) $bar->day), (float) $bar->close, (float) $bar->volume]));
            $rows[] = $row;
            if ($duplicate && $i === 3) {
                $rows[] = $row;
                $rows[] = implode(
                    $delimiter,
                    $format([Day::iso((int) $bar->day), round((float) $bar->close * 1.07, 2), (float) $bar->volume]),
                );
            }
        }
        if ($future) {
            $rows[] = "2199-01-04{$delimiter}50{$delimiter}100";
            $rows[] = "2026-06-31{$delimiter}50{$delimiter}100";
        }

        return implode("\n", $rows)."\n";
    }

    private static function monthly(string $ticker): string
    {
        $listing = Listing::query()->where('ticker', $ticker)->value('id');
        $months = [];
        foreach (
            Bar::query()
                ->where('listing_id', $listing)
                ->where('day', '>=', 20251001)
                ->where('day', '<=', 20260612)
                ->orderBy('day')
                ->get(['day', 'close']) as $bar
        ) {
            $months[intdiv((int) $bar->day, 100)] = Day::iso((int) $bar->day).",{$bar->close}";
        }

        return "Date,Close\n".implode("\n", $months)."\n";
    }
}
