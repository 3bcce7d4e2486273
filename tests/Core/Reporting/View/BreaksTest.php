<?php

declare(strict_types=1);

namespace Tests\Core\Reporting\View;

use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\View\AccountBreak;
use Logion\Reporting\View\Breaks;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

/** What a careful reader would ask about, planted in invented filings. */
final class BreaksTest extends TestCase
{
    public function test_breaks_are_pointed_at_with_a_sentence_and_an_amount(): void
    {
        for ($seed = 1; $seed <= 20; $seed++) {
            $years = InventedFilings::years($seed);
            $charge = round(0.3 * $years[2022]['income_before_tax'], -3);
            $years[2022]['income_tax'] += $charge;
            $years[2020]['other_non_operating_income'] = 0.06 * $years[2020]['revenue'];
            $years[2024]['shares_outstanding_period_end'] *= 1.3;
            $years[2025]['revenue'] = 1.9 * $years[2024]['revenue'];
            $breaks = self::byKey(Breaks::of(InventedFilings::sheet($years)));
            foreach (
                [
                    'tax_rate:income_tax:20220',
                    'unusual_item:other_non_operating_income:20200',
                    'share_count:shares_outstanding_period_end:20240',
                    'jump:revenue:20250',
                ] as $key
            ) {
                $this->assertArrayHasKey($key, $breaks, "seed {$seed}");
            }
            $this->assertEqualsWithDelta($charge, $breaks['tax_rate:income_tax:20220']->amount, 0.02 * $charge);
            $this->assertStringContainsString('against 25 %', $breaks['tax_rate:income_tax:20220']->sentence);
            $this->assertFalse($breaks['tax_rate:income_tax:20220']->beforeTax);
            $this->assertTrue($breaks['unusual_item:other_non_operating_income:20200']->beforeTax);
        }
        $this->assertSame(
            [],
            array_filter(
                Breaks::of(InventedFilings::sheet(InventedFilings::years(7))),
                static fn (AccountBreak $b): bool => $b->kind !== 'jump',
            ),
        );
    }

    public function test_a_jump_says_what_may_explain_it(): void
    {
        $years = InventedFilings::years(3);
        foreach (
            [
                ['acquisitions', 2.0, 'Businesses were bought for'],
                ['divestitures', 0.4, 'Businesses were sold.'],
                [null, 2.0, 'No acquisition explains it'],
                [null, 0.4, 'No acquisition explains it'],
            ] as [$line, $factor, $why]
        ) {
            $changed = $years;
            $changed[2025]['revenue'] = $factor * $years[2024]['revenue'];
            if ($line !== null) {
                $changed[2025][$line] = 0.5 * $years[2024]['revenue'];
            }
            $jump = self::byKey(Breaks::of(InventedFilings::sheet($changed)))['jump:revenue:20250'];
            $this->assertStringContainsString($why, $jump->sentence);
            $this->assertStringContainsString($factor > 1 ? '2.0 times' : '40 % of', $jump->sentence);
            $this->assertNull($jump->amount, 'a question has no amount to take out');
        }
        $small = $years;
        $small[2025]['revenue'] = 1.59 * $years[2024]['revenue'];
        $this->assertArrayNotHasKey('jump:revenue:20250', self::byKey(Breaks::of(InventedFilings::sheet($small))));
    }

    public function test_missing_years_and_lines_are_asked_about(): void
    {
        $years = InventedFilings::years(4);
        unset($years[2020], $years[2023]['inventories']);
        $breaks = self::byKey(Breaks::of(InventedFilings::sheet($years)));
        $this->assertSame('FY 2020 is missing between its neighbours.', $breaks['missing_year:revenue:20200']->sentence);
        $this->assertStringContainsString(
            'Inventories is not reported for FY 2023',
            str_replace('Inventories are', 'Inventories is', $breaks['missing_line:inventories:20230']->sentence),
        );
        $this->assertArrayNotHasKey('missing_line:inventories:20240', $breaks);
        $this->assertArrayNotHasKey(
            'missing_line:inventories:20160',
            self::byKey(Breaks::of(InventedFilings::sheet([2016 => ['revenue' => 1.0], 2017 => ['revenue' => 1.0, 'inventories' => 1.0]]))),
            'the first year has none before it',
        );
    }

    public function test_a_restated_figure_says_by_how_much_even_from_nothing(): void
    {
        $years = InventedFilings::years(5);
        $facts = InventedFilings::facts($years);
        $before = $years[2023]['net_income'];
        $facts[] = new FiledFact('net_income', 20230, 0.8 * $before, 20250301, 9001);
        $facts[] = new FiledFact('operating_cash_flow', 20220, 7.0, 20250301, 9001);
        $facts = array_map(
            static fn (FiledFact $f): FiledFact => $f->line === 'operating_cash_flow' && $f->period === 20220 && $f->filing !== 9001
                ? new FiledFact($f->line, $f->period, 0.0, $f->filedOn, $f->filing)
                : $f,
            $facts,
        );
        $facts[] = new FiledFact('revenue', 20240, $years[2024]['revenue'] * 1.004, 20260301, 9002);
        $of = static fn (int $asOf): array => self::byKey(
            Breaks::of(new FactSheet(ReportingModel::Industrial, $facts, InventedFilings::ends(array_keys($years)), $asOf), $facts),
        );
        $this->assertStringContainsString('restated by −20.0 %', $of(20260630)['restated:net_income:20230']->sentence);
        $this->assertStringContainsString('restated from nothing', $of(20260630)['restated:operating_cash_flow:20220']->sentence);
        $this->assertArrayNotHasKey('restated:revenue:20240', $of(20260630), 'half a per cent is rounding');
        $this->assertArrayNotHasKey('restated:net_income:20230', $of(20250228), 'on an earlier day nobody knew');
        $this->assertArrayHasKey('restated:net_income:20230', $of(20250301), 'on the day itself one does');
        foreach ([['receivables', 20230], ['revenue', 20231]] as [$line, $period]) {
            $other = [...$facts, new FiledFact($line, $period, 1.0, 20240401, 9003), new FiledFact($line, $period, 9.0, 20250301, 9004)];
            $breaks = self::byKey(
                Breaks::of(new FactSheet(ReportingModel::Industrial, $other, InventedFilings::ends(array_keys($years)), 20260630), $other),
            );
            $this->assertArrayNotHasKey("restated:{$line}:{$period}", $breaks, 'only what carries a statement, and only years');
        }
    }

    public function test_a_loss_becoming_smaller_is_a_restatement_upwards(): void
    {
        $years = InventedFilings::years(6);
        $facts = array_map(
            static fn (FiledFact $f): FiledFact => $f->line === 'net_income' && $f->period === 20240
                ? new FiledFact($f->line, $f->period, -100.0, $f->filedOn, $f->filing)
                : $f,
            InventedFilings::facts($years),
        );
        $facts[] = new FiledFact('net_income', 20240, -50.0, 20260301, 9001);
        $this->assertStringContainsString(
            'restated by +50.0 %',
            self::byKey(
                Breaks::of(new FactSheet(ReportingModel::Industrial, $facts, InventedFilings::ends(array_keys($years)), 20260630), $facts),
            )['restated:net_income:20240']->sentence,
        );
    }

    public function test_the_quarter_that_holds_the_amount_is_named_and_only_if_one_does(): void
    {
        $years = InventedFilings::years(8);
        $amount = round(0.08 * $years[2022]['revenue'], -3);
        $years[2022]['restructuring_charges'] = $amount;
        foreach ([[[0.0, 0.0, 1.0, 0.0], 20223], [[0.2, 0.65, 0.1, 0.05], 20222], [[0.3, 0.3, 0.2, 0.2], null]] as [$shares, $quarter]) {
            $facts = InventedFilings::facts($years);
            foreach ($shares as $i => $share) {
                $facts[] = new FiledFact('restructuring_charges', 20221 + $i, $share * $amount, 20230301, 2022);
            }
            $break = self::byKey(
                Breaks::of(new FactSheet(ReportingModel::Industrial, $facts, InventedFilings::ends(array_keys($years)), 20260630)),
            )['unusual_item:restructuring_charges:20220'];
            $this->assertSame([$quarter, $amount], [$break->quarter, $break->amount]);
        }
    }

    public function test_a_line_of_another_kind_of_business_is_not_asked_about(): void
    {
        $breaks = Breaks::of(
            InventedFilings::sheet(
                [2022 => ['revenue' => 10.0], 2023 => ['revenue' => 10.0, 'inventories' => 5.0], 2024 => ['revenue' => 10.0]],
                ReportingModel::Bank,
            ),
        );
        $this->assertSame([], array_filter($breaks, static fn (AccountBreak $b): bool => $b->line === 'inventories'));
        $this->assertSame([], Breaks::of(InventedFilings::sheet([])));
    }

    public function test_what_is_just_usual_is_not_asked_about_and_what_is_just_unusual_is(): void
    {
        $asked = static function (
            array $last,
            array $before = ['revenue' => 1000.0, 'total_assets' => 1000.0, 'shares_outstanding_period_end' => 100.0],
        ): array {
            $found = Breaks::of(InventedFilings::sheet([2024 => $before, 2025 => [...$before, ...$last]]));

            return array_map(
                static fn (AccountBreak $b): string => "{$b->kind} {$b->line}",
                array_filter($found, static fn (AccountBreak $b): bool => $b->period === 20250),
            );
        };
        $this->assertSame([], $asked(['revenue' => 1599.0]));
        $this->assertSame(['jump revenue'], $asked(['revenue' => 1600.0]));
        $this->assertSame([], $asked(['revenue' => 601.0]));
        $this->assertSame(['jump revenue'], $asked(['revenue' => 600.0]));
        $this->assertSame([], $asked(['total_assets' => 1799.0]));
        $this->assertSame(['jump total_assets'], $asked(['total_assets' => 1800.0]));
        $this->assertSame([], $asked(['total_assets' => 551.0]));
        $this->assertSame(['jump total_assets'], $asked(['total_assets' => 550.0]));
        $this->assertSame([], $asked(['shares_outstanding_period_end' => 114.9]));
        $this->assertSame(['share_count shares_outstanding_period_end'], $asked(['shares_outstanding_period_end' => 115.1]));
        $this->assertSame(['share_count shares_outstanding_period_end'], $asked(['shares_outstanding_period_end' => 84.9]));
        $this->assertSame([], $asked(['shares_outstanding_period_end' => 85.1]));
        $this->assertSame([], $asked(['revenue' => 5.0], ['revenue' => 0.0]), 'nothing can be many times nothing');
    }

    public function test_the_sentences_say_what_happened(): void
    {
        $sentence = static fn (array $last): string => Breaks::of(InventedFilings::sheet([2024 => ['revenue' => 1e9], 2025 => $last]))[0]
            ->sentence;
        $this->assertSame(
            'Revenue of FY 2025 is 2.0 times that of the year before. Businesses were bought for 101 million.',
            $sentence(['revenue' => 2e9, 'acquisitions' => 101e6]),
        );
        $this->assertSame(
            'Revenue of FY 2025 is 2.0 times that of the year before. No acquisition explains it: growth, a change of scope, or another '
                .'unit?',
            $sentence(['revenue' => 2e9, 'acquisitions' => 99e6]),
        );
        $this->assertSame(
            'Revenue of FY 2025 is 40 % of that of the year before. Businesses were sold.',
            $sentence(['revenue' => 4e8, 'divestitures' => 51e6]),
        );
        $this->assertSame(
            'Revenue of FY 2025 is 40 % of that of the year before. No acquisition explains it: growth, a change of scope, or another '
                .'unit?',
            $sentence(['revenue' => 4e8, 'divestitures' => 49e6, 'acquisitions' => 5e8]),
        );
    }

    public function test_tax_rates_are_compared_where_there_is_an_income_to_tax_and_four_other_years(): void
    {
        $rates = static function (array $taxes, array $incomes = []): array {
            $years = [];
            foreach (array_values($taxes) as $i => $tax) {
                $years[2025 - count($taxes) + 1 + $i] = [
                    'revenue' => 1000.0,
                    'income_before_tax' => $incomes[$i] ?? 100.0,
                    'income_tax' => (float) $tax,
                ];
            }

            return array_values(
                array_map(
                    static fn (AccountBreak $b): int => $b->period,
                    array_filter(Breaks::of(InventedFilings::sheet($years)), static fn (AccountBreak $b): bool => $b->kind === 'tax_rate'),
                ),
            );
        };
        $this->assertSame([20250], $rates([25, 25, 25, 25, 31]));
        $this->assertSame([20250], $rates([25, 25, 25, 25, 19]));
        $this->assertSame([], $rates([25, 25, 25, 25, 29]), 'five points are not much');
        $this->assertSame([], $rates([25, 25, 25, 60]), 'three other years are too few');
        $this->assertSame([], $rates([25, 25, 25, 25, 8], [100, 100, 100, 100, 10]), 'next to no income');
        $this->assertSame([20250], $rates([25, 25, 25, 25, 8], [100, 100, 100, 100, 11]));
        $this->assertSame([], $rates([25, 25, 25, 25, -8], [100, 100, 100, 100, -50]), 'a loss');
        // Three deviations of 4 around 25 reach to 13 and 37.
        $this->assertSame([20250], $rates([21, 29, 25, 21, 29, 38]));
        $this->assertSame([], $rates([21, 29, 25, 21, 29, 36]));
    }

    /**
     * @param  list<AccountBreak>  $breaks
     * @return array<string, AccountBreak>
     */
    private static function byKey(array $breaks): array
    {
        return array_combine(array_map(static fn (AccountBreak $b): string => $b->key(), $breaks), $breaks);
    }

    public function test_an_item_counts_from_a_fiftieth_of_revenue_on_and_a_share_count_from_fifteen_per_cent(): void
    {
        $keys = static function (float $item, float $shares): array {
            $years = InventedFilings::years(7);
            $years[2020]['other_non_operating_income'] = $item * $years[2020]['revenue'];
            $years[2024]['shares_outstanding_period_end'] = (1 + $shares) * $years[2023]['shares_outstanding_period_end'];
            $years[2025]['shares_outstanding_period_end'] = $years[2024]['shares_outstanding_period_end'];
            $found = array_keys(self::byKey(Breaks::of(InventedFilings::sheet($years))));

            return [
                in_array('unusual_item:other_non_operating_income:20200', $found, true),
                in_array('share_count:shares_outstanding_period_end:20240', $found, true),
            ];
        };
        $this->assertSame([true, true], $keys(0.0235, 0.16));
        $this->assertSame([false, false], $keys(0.0185, 0.14));
    }

    public function test_a_figure_that_was_struck_out_is_not_restated_and_next_to_no_income_has_no_tax_rate(): void
    {
        $years = InventedFilings::years(5);
        $facts = InventedFilings::facts($years);
        $facts[] = new FiledFact('revenue', 20230, NAN, 20250301, 0, new CorrectedBy('Not in the report.'));
        $sheet = new FactSheet(ReportingModel::Industrial, $facts, InventedFilings::ends(array_keys($years)), 20260630);
        $this->assertArrayNotHasKey('restated:revenue:20230', self::byKey(Breaks::of($sheet, $facts)));
        $years[2022]['income_before_tax'] = 0.01 * $years[2022]['revenue'];
        $years[2022]['income_tax'] = 0.9 * $years[2022]['income_before_tax'];
        $this->assertArrayNotHasKey('tax_rate:income_tax:20220', self::byKey(Breaks::of(InventedFilings::sheet($years))));
        $years[2022]['income_before_tax'] *= 1.01;
        $this->assertArrayHasKey('tax_rate:income_tax:20220', self::byKey(Breaks::of(InventedFilings::sheet($years))));
    }
}
