<?php

declare(strict_types=1);

namespace Tests\Core\Reporting\Quality;

use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Integrity;
use Logion\Reporting\Quality\Remedy;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

/** Defects planted in invented filings are found, alone, with a remedy that brings the true figures back. */
final class IntegrityTest extends TestCase
{
    public function test_statements_that_tie_have_no_findings(): void
    {
        for ($seed = 1; $seed <= 60; $seed++) {
            $this->assertSame([], $this->keys(InventedFilings::years($seed)), "seed {$seed}");
        }
    }

    /**
     * @return iterable<string, array{\Closure(array<int, array<string, float>>, int): array<int, array<string, float>>, \Closure(int):
     *     list<string>}>
     */
    public static function defects(): iterable
    {
        $in = static fn (int $year, array $lines, float $factor): \Closure => static function (array $years) use (
            $year,
            $lines,
            $factor,
        ): array {
            foreach ($lines as $line) {
                $years[$year][$line] *= $factor;
            }

            return $years;
        };
        foreach (
            ['revenue', 'total_assets', 'receivables', 'inventories', 'operating_expenses', 'shares_outstanding_period_end'] as $line
        ) {
            yield "{$line} in thousands" => [$in(2020, [$line], 0.001), static fn (): array => ["unit_slip:{$line}:20200"]];
            yield "{$line} in thousandths" => [$in(2021, [$line], 1000.0), static fn (): array => ["unit_slip:{$line}:20210"]];
        }
        yield 'revenue a million times too large' => [$in(2018, ['revenue'], 1e6), static fn (): array => ['unit_slip:revenue:20180']];
        foreach (['cost_of_revenue', 'capital_expenditure', 'dividends_paid', 'inventories', 'accounts_payable'] as $line) {
            yield "{$line} with a minus" => [$in(2022, [$line], -1.0), static fn (): array => ["sign:{$line}:20220"]];
        }
        yield 'a whole balance sheet in thousands' => [
            $in(
                2019,
                [
                    'cash_and_equivalents',
                    'receivables',
                    'inventories',
                    'total_current_assets',
                    'property_plant_equipment_net',
                    'total_non_current_assets',
                    'total_assets',
                    'accounts_payable',
                    'long_term_debt',
                    'total_current_liabilities',
                    'total_non_current_liabilities',
                    'total_liabilities',
                    'total_equity',
                ],
                0.001,
            ),
            static fn (): array => ['unit_slip::20190'],
        ];
        yield 'a year under another' => [
            static function (array $years): array {
                $years[2023] = $years[2022];

                return $years;
            },
            static fn (): array => ['repeated_period::20230'],
        ];
        yield 'earnings per share of another share basis' => [
            $in(2024, ['earnings_per_share_basic'], 0.1),
            static fn (): array => ['earnings_per_share:earnings_per_share_basic:20240'],
        ];
        yield 'a split the counts do not know' => [
            static function (array $years): array {
                foreach (range(2016, 2020) as $year) {
                    $years[$year]['basic_shares_average'] /= 5;
                    $years[$year]['shares_outstanding_period_end'] /= 5;
                    $years[$year]['earnings_per_share_basic'] *= 5;
                }

                return $years;
            },
            static fn (): array => ['split:basic_shares_average:20210'],
        ];
        yield 'a missing year' => [
            static function (array $years): array {
                unset($years[2019]);

                return $years;
            },
            static fn (): array => ['missing_year::20190'],
        ];
    }

    /**
     * @param  \Closure(array<int, array<string, float>>): array<int, array<string, float>>  $plant
     * @param  \Closure(): list<string>  $expected
     */
    #[DataProvider('defects')]
    public function test_a_planted_defect_is_found_alone_and_its_remedy_mends_it(\Closure $plant, \Closure $expected): void
    {
        for ($seed = 1; $seed <= 12; $seed++) {
            $true = InventedFilings::years($seed);
            $dirty = $plant($true);
            $findings = Integrity::ofSheet(InventedFilings::sheet($dirty));
            $this->assertSame($expected(), array_map(static fn (Finding $f): string => $f->key(), $findings), "seed {$seed}");
            $remedy = $findings[0]->remedies[0] ?? null;
            if ($remedy === null || $remedy->kind === 'strike') {
                continue;
            }
            $mended = $this->mend($dirty, $remedy);
            $this->assertSame([], $this->keys($mended), "seed {$seed} mended");
            if (in_array($remedy->kind, ['rescale', 'flip'], true)) {
                foreach ($remedy->figures as $figure) {
                    $year = intdiv($figure['period'], 10);
                    if (str_contains($findings[0]->key(), 'split')) {
                        continue;
                    }
                    $this->assertEqualsWithDelta(
                        $true[$year][$figure['line']],
                        $mended[$year][$figure['line']],
                        1e-6 * abs($true[$year][$figure['line']]),
                    );
                }
            }
        }
    }

    public function test_a_part_with_the_wrong_sign_is_named_as_the_cause(): void
    {
        $years = InventedFilings::years(3);
        // A negative working-capital line is possible, so only the sum shows that the sign is wrong.
        $years[2021]['income_tax'] *= -1;
        $findings = Integrity::ofSheet(InventedFilings::sheet($years));
        $this->assertSame('sum_of_parts', $findings[0]->check);
        $this->assertStringContainsString('Income tax expense seems to have the wrong sign', $findings[0]->cause);
        $this->assertSame('flip', $findings[0]->remedies[0]->kind);
        $this->assertSame([], $this->keys($this->mend($years, $findings[0]->remedies[0])));
    }

    public function test_a_line_that_other_years_report_is_proposed_as_the_rest(): void
    {
        $years = InventedFilings::years(4);
        $true = $years[2021]['inventories'];
        unset($years[2021]['inventories']);
        $findings = Integrity::ofSheet(InventedFilings::sheet($years));
        $this->assertSame(['sum_of_parts:total_current_assets:20210'], array_map(static fn (Finding $f): string => $f->key(), $findings));
        $this->assertSame($true, $this->mend($years, $findings[0]->remedies[0])[2021]['inventories']);
    }

    public function test_a_balance_sheet_that_does_not_balance_weighs_most(): void
    {
        $years = InventedFilings::years(5);
        $years[2020]['total_equity'] += 9_000_000.0;
        $finding = Integrity::ofSheet(InventedFilings::sheet($years))[0];
        $this->assertSame(['balance', 95, -9_000_000.0], [$finding->check, $finding->weight, $finding->stated - $finding->computed]);
        $this->assertStringContainsString('does not balance', $finding->sentence);
    }

    public function test_cash_that_does_not_roll_forward_and_quarters_that_do_not_add_up(): void
    {
        $years = InventedFilings::years(6);
        $years[2022]['net_change_in_cash'] += 5_000_000.0;
        $this->assertContains('cash_roll_forward:net_change_in_cash:20220', $this->keys($years));
        $this->assertSame(
            [['quarters_sum_to_year:revenue:20240', 4e9]],
            array_map(static fn (Finding $f): array => [$f->key(), $f->computed], $this->ofQuarters([1e9, 1e9, 1e9, 1e9])),
        );
    }

    public function test_quarters_that_add_up_and_three_of_four_say_nothing(): void
    {
        $year = InventedFilings::years(6)[2024]['revenue'];
        $quarters = [round($year / 5), round($year / 4), round($year / 3)];
        $this->assertSame([], $this->ofQuarters([...$quarters, $year - array_sum($quarters)]));
        $this->assertSame([], $this->ofQuarters($quarters));
    }

    /**
     * @param  list<float>  $revenue
     * @return list<Finding>
     */
    private function ofQuarters(array $revenue): array
    {
        $facts = InventedFilings::facts(InventedFilings::years(6));
        foreach ($revenue as $i => $value) {
            $facts[] = new FiledFact('revenue', 20240 + $i + 1, $value, 20250301, 2024);
        }

        return Integrity::ofSheet(new FactSheet(ReportingModel::Industrial, $facts, InventedFilings::ends(range(2016, 2025)), 20260630));
    }

    public function test_the_heaviest_comes_first_and_says_what_to_do(): void
    {
        $true = InventedFilings::years(2);
        $found = static fn (array $years): Finding => Integrity::ofSheet(InventedFilings::sheet($years))[0];
        $gap = $true;
        unset($gap[2019]);
        $this->assertSame([40, 'FY 2019 was not reported or is not in the data.'], [$found($gap)->weight, $found($gap)->sentence]);
        $balance = [
            'cash_and_equivalents',
            'receivables',
            'inventories',
            'total_current_assets',
            'property_plant_equipment_net',
            'total_assets',
            'accounts_payable',
            'long_term_debt',
            'total_liabilities',
            'total_equity',
        ];
        foreach (
            [[1000.0, 'larger', 'Divide by 1~000', 'Divide by 1 000'], [0.001, 'smaller', 'Multiply by 1~000', 'Multiply by 1 000']] as [
                $factor,
                $than,
                $line,
                $whole,
            ]
        ) {
            $slip = $true;
            $slip[2021]['revenue'] *= $factor;
            $finding = $found($slip);
            $this->assertSame([90, $line], [$finding->weight, preg_replace('/(?<=1)[^0-9,]+(?=000)/u', '~', $finding->remedies[0]->label)]);
            $this->assertMatchesRegularExpression("/about 1\\D+000 times {$than} than in the other years\\.$/u", $finding->sentence);
            $this->assertEqualsWithDelta($true[2021]['revenue'], $finding->computed, 1.0);
            $sheet = $true;
            foreach ($balance as $key) {
                $sheet[2019][$key] *= $factor;
            }
            $this->assertSame([92, $whole], [$found($sheet)->weight, $found($sheet)->remedies[0]->label]);
            $this->assertStringContainsString("is about a thousand times {$than} than", $found($sheet)->sentence);
        }
        $minus = $true;
        $minus[2022]['inventories'] *= -1;
        $this->assertSame([80, 'Turn the sign'], [$found($minus)->weight, $found($minus)->remedies[0]->label]);
    }

    public function test_a_count_that_jumps_between_reports_is_told_once_with_the_way_back(): void
    {
        $found = static function (array $counts, array $equity = [], array $splits = []): array {
            $facts = $ends = [];
            foreach ($counts as $period => $count) {
                $day = intdiv($period, 10) * 10000 + [0 => 1231, 331, 630, 930, 1231][$period % 10];
                $ends[$period] = $day;
                $facts[] = new FiledFact('shares_outstanding_period_end', $period, $count, $day + 10000, $period);
                $facts[] = new FiledFact('total_equity', $period, $equity[$period] ?? 500.0, $day + 10000, $period);
            }
            $sheet = new FactSheet(ReportingModel::Industrial, $facts, $ends, 20290101, new \Logion\Market\CorporateActions($splits));

            return array_values(array_filter(Integrity::ofSheet($sheet), static fn (Finding $f): bool => $f->check === 'share_count_jump'));
        };
        $steady = [20231 => 100.0, 20232 => 101.0, 20233 => 102.0, 20230 => 102.0, 20241 => 102.0, 20242 => 103.0];
        $this->assertSame([], $found($steady));
        // One report in other shares, and back again.
        [$alone] = $all = $found([...[], 20231 => 100.0, 20232 => 1010.0, 20233 => 102.0, 20230 => 102.0, 20241 => 102.0]);
        $this->assertCount(1, $all);
        $this->assertSame(
            ['share_count_jump:shares_outstanding_period_end:20232', 1010.0, 100.0],
            [$alone->key(), $alone->stated, $alone->computed],
        );
        $this->assertSame([['line' => 'shares_outstanding_period_end', 'period' => 20232, 'value' => 101.0]], $alone->remedies[0]->figures);
        $this->assertSame(
            'The share count goes from 100 in Q1 2023 to 1 010 in Q2 2023, and equity does not move with it.',
            $alone->sentence,
        );
        [$fewer] = $found([20231 => 100.0, 20232 => 99.0, 20233 => 10.0, 20230 => 10.0]);
        $this->assertSame([['line' => 'shares_outstanding_period_end', 'period' => 20233, 'value' => 100.0]], $fewer->remedies[0]->figures);
        // A new level that holds, the other way round, and the year's own report.
        $this->assertSame(
            ['share_count_jump:shares_outstanding_period_end:20233'],
            array_map(
                static fn (Finding $f): string => $f->key(),
                $found([20231 => 100.0, 20232 => 101.0, 20233 => 51.0, 20230 => 51.0, 20241 => 51.0]),
            ),
        );
        $this->assertSame(
            ['share_count_jump:shares_outstanding_period_end:20230'],
            array_map(
                static fn (Finding $f): string => $f->key(),
                $found([20231 => 100.0, 20232 => 101.0, 20233 => 102.0, 20230 => 306.0]),
            ),
        );
        // Half as much again, a third less: shares issued or bought back, not split.
        $this->assertSame([], $found([20231 => 100.0, 20232 => 150.0]));
        $this->assertSame([], $found([20231 => 100.0, 20232 => 176.0]));
        $this->assertSame([], $found([20231 => 100.0, 20232 => 200.0], [20231 => 500.0, 20232 => 720.0]), 'money came with the shares');
        $this->assertCount(1, $found([20231 => 100.0, 20232 => 200.0], [20231 => 500.0, 20232 => 690.0]));
        // A split that is known explains it.
        $this->assertSame([], $found([20231 => 100.0, 20232 => 101.0, 20233 => 1020.0, 20230 => 1020.0], [], [[20241001, 10.0]]));
    }

    /**
     * @param  array<int, array<string, float>>  $years
     * @return array<int, array<string, float>>
     */
    private function mend(array $years, Remedy $remedy): array
    {
        foreach ($remedy->figures as ['line' => $line, 'period' => $period, 'value' => $value]) {
            $years[intdiv($period, 10)][$line] = (float) $value;
        }

        return $years;
    }

    /**
     * @param  array<int, array<string, float>>  $years
     * @return list<string>
     */
    private function keys(array $years): array
    {
        return array_map(static fn (Finding $f): string => $f->key(), Integrity::ofSheet(InventedFilings::sheet($years)));
    }

    public function test_a_cost_of_nothing_has_no_sign_and_a_turned_one_comes_out_positive(): void
    {
        $years = InventedFilings::years(4);
        $years[2021]['dividends_paid'] = 0.0;
        $this->assertSame([], array_filter($this->keys($years), static fn (string $key): bool => str_starts_with($key, 'sign:')));
        $true = $years[2022]['cost_of_revenue'];
        $years[2022]['cost_of_revenue'] = -$true;
        $finding = array_values(
            array_filter(
                Integrity::ofSheet(InventedFilings::sheet($years)),
                static fn (Finding $found): bool => $found->key() === 'sign:cost_of_revenue:20220',
            ),
        )[0];
        $this->assertSame([-$true, $true], [$finding->stated, $finding->computed]);
    }

    public function test_the_heaviest_come_first_and_of_two_alike_the_latest_year(): void
    {
        $years = InventedFilings::years(6);
        foreach ([2019, 2022] as $year) {
            $years[$year]['cost_of_revenue'] *= -1;
        }
        $found = Integrity::ofSheet(InventedFilings::sheet($years));
        $signs = array_filter($found, static fn (Finding $of): bool => $of->check === 'sign');
        $this->assertSame([20220, 20190], array_column($signs, 'period'));
        $weights = array_column($found, 'weight');
        $sorted = $weights;
        rsort($sorted);
        $this->assertSame($sorted, $weights);
    }

    public function test_cash_that_does_not_roll_forward_says_by_how_much(): void
    {
        $years = InventedFilings::years(6);
        $moved = $years[2021]['cash_and_equivalents'] - $years[2020]['cash_and_equivalents'];
        $years[2021]['net_change_in_cash'] += 0.3 * $years[2021]['cash_and_equivalents'];
        $found = array_values(
            array_filter(
                Integrity::ofSheet(InventedFilings::sheet($years)),
                static fn (Finding $of): bool => $of->check === 'cash_roll_forward' && $of->period === 20210,
            ),
        );
        $this->assertCount(1, $found);
        $this->assertSame([$moved, $years[2021]['net_change_in_cash']], [$found[0]->stated, $found[0]->computed]);
    }

    public function test_counts_of_years_that_do_not_follow_each_other_are_no_split(): void
    {
        $years = InventedFilings::years(4);
        foreach (range(2021, 2025) as $year) {
            foreach (['basic_shares_average', 'shares_outstanding_period_end'] as $line) {
                $years[$year][$line] *= 2;
            }
        }
        $splits = fn (array $years): array => preg_grep('/split/', $this->keys($years)) ?: [];
        $this->assertNotSame([], $splits($years));
        unset($years[2020]);
        $this->assertSame([], $splits($years));
    }

    public function test_the_sum_of_the_parts_is_no_remedy_while_a_part_is_not_known(): void
    {
        $remedies = static function (array $lines): array {
            $found = [];
            foreach (Integrity::ofSheet(InventedFilings::sheet(array_fill_keys([2023, 2024, 2025], $lines))) as $finding) {
                if ($finding->line === 'change_in_working_capital') {
                    $found = [...$found, ...array_column($finding->remedies, 'label')];
                }
            }

            return array_values(array_unique($found));
        };
        // One part of three is known: it is not the whole change, and the parts that nobody reported are not nothing.
        $this->assertNotContains(
            'Use the sum of the parts',
            $remedies(['change_in_working_capital' => 42.0, 'increase_in_receivables' => 7.0]),
        );
        $this->assertContains(
            'Use the sum of the parts',
            $remedies([
                'change_in_working_capital' => 42.0,
                'increase_in_receivables' => 7.0,
                'increase_in_inventories' => 5.0,
                'increase_in_payables' => 2.0,
                'increase_in_other_working_capital' => 1.0,
            ]),
        );
    }
}
