<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Figure\Absence;
use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\DerivedTotals;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;
use Tests\Core\InventedFilings;

/** A part that is missing is derived where the totals determine it; else nothing is added up without it. */
final class DerivedTotalsTest extends TestCase
{
    private const BALANCE = [
        'cash_and_equivalents' => 120,
        'short_term_investments' => 30,
        'receivables' => 210,
        'inventories' => 160,
        'prepaid_expenses' => 12,
        'other_current_assets' => 8,
        'total_current_assets' => 540,
        'property_plant_equipment_net' => 700,
        'goodwill' => 150,
        'intangible_assets' => 60,
        'total_non_current_assets' => 910,
        'total_assets' => 1450,
        'short_term_debt' => 90,
        'accounts_payable' => 140,
        'accrued_liabilities' => 40,
        'other_current_liabilities' => 10,
        'total_current_liabilities' => 280,
        'long_term_debt' => 420,
        'deferred_tax_liabilities' => 25,
        'total_non_current_liabilities' => 445,
        'total_liabilities' => 725,
        'common_equity' => 700,
        'minority_interest' => 25,
        'total_equity' => 725,
        'shares_outstanding_period_end' => 100,
    ];

    /**
     * @param  array<string, float|int>  $lines
     * @param  array<string, float|int>  $before
     */
    private static function company(array $lines, array $before = []): CompanyScope
    {
        return Books::scope([2024 => $before, 2025 => $lines], prices: new PriceSeries([20260629, 20260630], [9.0, 10.0]));
    }

    /** @return array<string, float|int> */
    private static function without(string ...$lines): array
    {
        return array_diff_key(self::BALANCE, array_flip($lines));
    }

    public function test_the_one_part_a_total_lacks_is_determined_and_marked(): void
    {
        $scope = self::company(self::without('short_term_debt'), self::BALANCE);
        $this->assertSame(90.0, $scope->facts->value('short_term_debt', 20250));
        $this->assertSame(DerivedTotals::DERIVED, $scope->facts->completion('short_term_debt', 20250));
        $this->assertSame(90.0 + 420 - 150, $scope->metric('net_debt'));
        $this->assertSame(1000.0 + 510 + 25 - 150, $scope->metric('enterprise_value'));
        $source = (new \Logion\Metric\Evaluation\LineWorkings($scope))->reported(LineItems::all()['short_term_debt'], 20250)->source;
        $this->assertStringContainsString('the total determines it', $source->text ?? '');
    }

    public function test_what_a_reader_struck_out_is_not_brought_back_by_what_is_left(): void
    {
        $fill = static function (array $values, array $struck): array {
            DerivedTotals::fill(
                $values,
                ReportingModel::Industrial,
                static fn (): array => array_fill_keys(array_keys(self::BALANCE), true),
                array_fill_keys($struck, true),
            );

            return $values;
        };
        $this->assertSame(160.0, $fill(array_map(floatval(...), self::without('inventories')), [])['inventories']);
        $this->assertArrayNotHasKey('inventories', $fill(array_map(floatval(...), self::without('inventories')), ['inventories']));
        // A total that was struck out is added up again from its parts.
        $this->assertSame(1450.0, $fill(array_map(floatval(...), self::without('total_assets')), ['total_assets'])['total_assets']);
    }

    public function test_without_other_periods_a_part_is_determined_only_where_all_others_are_told(): void
    {
        $none = ['deferred_revenue_current' => 0, 'income_taxes_payable' => 0, 'lease_liabilities_current' => 0];
        $this->assertSame(90.0, self::company([...self::without('short_term_debt'), ...$none])->facts->value('short_term_debt', 20250));
        $this->assertSame('missing', self::kind(self::company(self::without('short_term_debt'))->metric('net_debt')));
    }

    public function test_a_line_of_another_period_that_only_a_reader_told_is_one_the_company_reports(): void
    {
        $told = static fn (string $line, int $period, float $value): FiledFact => new FiledFact($line, $period, $value, 20260201, $period);
        $facts = [];
        foreach (self::without('short_term_debt') as $line => $value) {
            $facts[] = $told($line, 20250, (float) $value);
        }
        $before = $told('total_assets', 20240, 1300.0);
        $byReader = new FiledFact('short_term_debt', 20240, 80.0, 20260301, 0, new CorrectedBy('page 12'));
        $sheet = static fn (FiledFact ...$more): FactSheet => new FactSheet(
            ReportingModel::Industrial,
            [...$facts, ...$more],
            [20240 => 20241231, 20250 => 20251231],
            20260630,
        );
        $this->assertNull($sheet($before)->value('short_term_debt', 20250));
        $this->assertSame(90.0, $sheet($before, $byReader)->value('short_term_debt', 20250));
    }

    public function test_two_parts_gone_leave_every_sum_that_needs_them_without_a_value(): void
    {
        $scope = self::company(self::without('short_term_debt', 'accrued_liabilities'), self::BALANCE);
        foreach (['net_debt', 'enterprise_value', 'operating_working_capital'] as $key) {
            $this->assertSame('missing', self::kind($scope->metric($key)), $key);
        }
        $this->assertSame(540 / 280, $scope->metric('current_ratio'), 'Both totals are there.');
        $this->assertSame('missing', self::kind($scope->value($scope->catalogue->parse('short_term_debt'))));
    }

    public function test_a_total_that_is_gone_is_the_rest_of_the_one_above_it_rather_than_a_sum_without_a_part(): void
    {
        $scope = self::company(self::without('total_current_liabilities', 'accounts_payable'), self::BALANCE);
        $this->assertSame(540 / 280, $scope->metric('current_ratio'));
        $this->assertSame(140.0, $scope->facts->value('accounts_payable', 20250));
        $lone = self::company(
            self::without(
                'total_current_liabilities',
                'accounts_payable',
                'total_liabilities',
                'total_non_current_liabilities',
                'deferred_tax_liabilities',
            ),
        );
        $this->assertSame(
            'missing',
            self::kind($lone->metric('current_ratio')),
            'The parts that are there do not make up what assets less equity leave.',
        );
    }

    public function test_operating_income_is_not_added_up_against_the_income_below_it(): void
    {
        $income = [
            'revenue' => 2000,
            'cost_of_revenue' => 900,
            'selling_general_administrative' => 377.5,
            'interest_expense' => 20,
            'interest_income' => 4,
            'equity_method_income' => 0,
            'other_non_operating_income' => 0,
            'income_before_tax' => 564.9,
            'income_tax' => 100,
            'net_income' => 464.9,
        ];
        $scope = self::company($income);
        $this->assertEqualsWithDelta(580.9, $scope->metric('ebit'), 1e-9, 'Not 722.5, which leaves out the research that nobody reported.');
        $this->assertSame('missing', self::kind($scope->value($scope->catalogue->parse('research_development'))));
        unset($income['interest_income']);
        $this->assertNotEqualsWithDelta(722.5, self::number(self::company($income)->metric('ebit')), 1.0);
    }

    public function test_goodwill_is_zero_only_where_the_assets_add_up_without_it(): void
    {
        $shown = self::company([...self::without('goodwill'), 'property_plant_equipment_net' => 850]);
        $this->assertSame(0.0, $shown->facts->value('goodwill', 20250));
        $this->assertEqualsWithDelta((700 - 60) / 100, $shown->metric('tangible_book_value_per_share'), 1e-12);
        $hidden = self::company(self::without('goodwill', 'intangible_assets'));
        $this->assertSame('missing', self::kind($hidden->metric('tangible_book_value_per_share')));
        $unknown = self::company(self::without('goodwill', 'total_non_current_assets', 'total_assets'));
        $this->assertSame('missing', self::kind($unknown->metric('tangible_book_value_per_share')), 'No total could show it.');
    }

    public function test_a_rest_that_cannot_be_negative_is_not_derived(): void
    {
        $scope = self::company([...self::without('inventories'), 'receivables' => 600]);
        $this->assertNull($scope->facts->value('inventories', 20250));
        $this->assertSame('missing', self::kind($scope->metric('days_inventory')));
        // A rest of nothing is nothing.
        $none = self::company([...self::without('inventories'), 'receivables' => 370]);
        $this->assertSame(0.0, $none->facts->value('inventories', 20250));
        // What others have a claim on before shareholders is never less than nothing: here the books do not tie.
        $untied = self::company([...self::BALANCE, 'common_equity' => 775, 'total_equity' => 800]);
        $this->assertNull($untied->facts->value('temporary_equity', 20250));
    }

    public function test_an_undisclosed_line_counts_as_zero_only_where_the_statement_adds_up_without_it(): void
    {
        $income = [
            'revenue' => 100,
            'cost_of_revenue' => 60,
            'gross_profit' => 40,
            'selling_general_administrative' => 20,
            'operating_expenses' => 20,
            'operating_income' => 20,
        ];
        $formula = 'operating_income + zero_if_absent(restructuring_charges)';
        $of = static fn (array $lines): float|Absence => ($scope = self::company($lines))->value($scope->catalogue->parse($formula));
        $this->assertSame(20.0, $of($income));
        $this->assertSame('missing', self::kind($of([...$income, 'operating_expenses' => 25, 'operating_income' => 15])));
        $this->assertSame(26.0, $of([...$income, 'restructuring_charges' => 6]));
        $this->assertSame(
            'missing',
            self::kind(self::company($income)->value(self::company($income)->catalogue->parse('restructuring_charges'))),
            'It stays undisclosed.',
        );
    }

    public function test_rounding_is_told_from_a_part_that_was_left_out(): void
    {
        $rounded = self::without('intangible_assets');
        foreach (
            [
                'total_non_current_assets' => 851,
                'total_assets' => 1391,
                'total_liabilities' => 725,
                'common_equity' => 641,
                'total_equity' => 666,
            ] as $line => $value
        ) {
            $rounded[$line] = $value;
        }
        $this->assertSame(0.0, self::company($rounded)->facts->value('intangible_assets', 20250), 'One unit of the last digit.');
        $rounded['total_non_current_assets'] = 859;
        $rounded['total_assets'] = 1399;
        $this->assertNotSame(0.0, self::company($rounded)->facts->value('intangible_assets', 20250));
    }

    public function test_what_is_gone_takes_figures_away_and_changes_none(): void
    {
        $same = $gone = 0;
        for ($seed = 1; $seed <= 60; $seed++) {
            $full = InventedFilings::years($seed);
            $year = array_key_last($full);
            $whole = InventedFilings::sheet($full);
            mt_srand($seed);
            $lines = array_keys($full[$year]);
            $dropped = array_map(static fn (int $i): string => $lines[$i], array_slice((array) array_rand($lines, mt_rand(2, 4)), 0, 4));
            $reduced = $full;
            $reduced[$year] = array_diff_key($full[$year], array_flip($dropped));
            $sheet = InventedFilings::sheet($reduced);
            foreach (LineItems::all() as $line => $item) {
                $value =
                    $item->fits(ReportingModel::Industrial) && $item->kind !== LineKind::Count ? $sheet->value($line, $year * 10) : null;
                $true = $whole->value($line, $year * 10);
                if ($value === null) {
                    $gone++;

                    continue;
                }
                $this->assertEqualsWithDelta($true, $value, 2.0, "seed {$seed} without ".implode(', ', $dropped).": {$line}");
                $same++;
            }
        }
        $this->assertGreaterThan(2000, $same);
        $this->assertGreaterThan(100, $gone);
    }

    private static function kind(float|Absence $content): string
    {
        return $content instanceof Absence ? $content->kind->value : "value {$content}";
    }

    private static function number(float|Absence $content): float
    {
        return $content instanceof Absence ? NAN : $content;
    }

    public function test_a_course_that_is_remembered_gives_what_a_first_reading_gives(): void
    {
        mt_srand(11);
        $lines = [
            'cash_and_equivalents',
            'short_term_investments',
            'receivables',
            'inventories',
            'other_current_assets',
            'total_current_assets',
            'property_plant_equipment_net',
            'goodwill',
            'intangible_assets',
            'total_non_current_assets',
            'total_assets',
            'accounts_payable',
            'short_term_debt',
            'total_current_liabilities',
            'long_term_debt',
            'total_liabilities',
            'total_equity',
            'revenue',
            'cost_of_revenue',
            'gross_profit',
            'operating_expenses',
            'operating_income',
            'net_income',
            'operating_cash_flow',
            'dividends_paid',
        ];
        $different = 0;
        for ($round = 0; $round < 150; $round++) {
            $shown = array_values(array_filter($lines, static fn (): bool => mt_rand(0, 3) > 0));
            for ($period = 0; $period < 4; $period++) {
                $values = [];
                foreach ($shown as $line) {
                    $values[$line] = (float) match (mt_rand(0, 9)) {
                        0 => 0,
                        1 => -mt_rand(1, 500),
                        default => 1000 * mt_rand(1, 900),
                    };
                }
                // In some periods totals add up, in others they do not: what was proved by one is not by another.
                if (mt_rand(0, 1) === 1) {
                    $sum = static fn (string ...$of): float => array_sum(
                        array_map(static fn (string $line): float => $values[$line] ?? 0.0, $of),
                    );
                    isset($values['total_current_assets']) &&
                        ($values['total_current_assets'] = $sum(
                            'cash_and_equivalents',
                            'short_term_investments',
                            'receivables',
                            'inventories',
                            'other_current_assets',
                        ));
                    isset($values['total_non_current_assets']) &&
                        ($values['total_non_current_assets'] = $sum('property_plant_equipment_net', 'goodwill', 'intangible_assets'));
                    isset($values['total_assets']) && ($values['total_assets'] = $sum('total_current_assets', 'total_non_current_assets'));
                    isset($values['gross_profit']) && ($values['gross_profit'] = $sum('revenue') - $sum('cost_of_revenue'));
                }
                $some = array_fill_keys(array_slice($lines, 0, mt_rand(0, 20)), true);
                $used = static fn (): array => $some;
                $known = $values;
                $ways = DerivedTotals::fill($known, ReportingModel::Industrial, $used);
                $fresh = $values;
                $freshWays = $this->withNothingRemembered(static function () use (&$fresh, $used): array {
                    return DerivedTotals::fill($fresh, ReportingModel::Industrial, $used);
                });
                ksort($known);
                ksort($fresh);
                ksort($ways);
                ksort($freshWays);
                $this->assertSame($fresh, $known, "{$round} {$period}");
                $this->assertSame($freshWays, $ways);
                $different += (int) (count($known) !== count($values));
                // A line of no total, and another order, do not make another set of it.
                $other = array_reverse([...$values, 'employees' => 12.0], true);
                $otherWays = DerivedTotals::fill($other, ReportingModel::Industrial, $used);
                unset($other['employees']);
                ksort($other);
                ksort($otherWays);
                $this->assertSame([$fresh, $freshWays], [$other, $otherWays], "{$round} {$period}, in another order");
            }
        }
        $this->assertGreaterThan(300, $different, 'most were completed by something');
    }

    /** The lines of several filings together, and what a reader put in or struck out, are another set than those of one filing. */
    public function test_accounts_told_by_several_filings_or_corrected_are_completed_as_if_nothing_were_remembered(): void
    {
        mt_srand(7);
        $lines = ['cash_and_equivalents', 'receivables', 'total_current_assets', 'goodwill', 'total_non_current_assets', 'total_assets'];
        $different = 0;
        for ($round = 0; $round < 200; $round++) {
            $told = static fn (int $filing): array => array_map(
                static fn (string $line): FiledFact => new FiledFact($line, 20240, 10.0 * mt_rand(1, 9), 20250000 + $filing, $filing),
                array_values(array_filter($lines, static fn (): bool => mt_rand(0, 2) > 0)),
            );
            $facts = [...$told(1), ...mt_rand(0, 1) === 1 ? $told(2) : []];
            if (mt_rand(0, 1) === 1) {
                $line = $lines[mt_rand(0, 5)];
                $facts[] = new FiledFact($line, 20240, mt_rand(0, 1) === 1 ? NAN : 40.0, 20250003, 0, new CorrectedBy('misprint'));
            }
            $row = static function () use ($facts): array {
                $row = (new FactSheet(ReportingModel::Industrial, $facts, [20240 => 20241231], 20251231))->row(20240);
                ksort($row);

                return $row;
            };
            $this->assertSame($this->withNothingRemembered($row), $row(), (string) $round);
            $different += (int) (count(array_unique(array_map(static fn (FiledFact $fact): int => $fact->filing, $facts))) > 1);
        }
        $this->assertGreaterThan(100, $different, 'most were told by several');
    }

    /**
     * @template Found
     *
     * @param  \Closure(): Found  $fill
     * @return Found
     */
    private function withNothingRemembered(\Closure $fill): mixed
    {
        $memories = array_map(
            static fn (string $name): \ReflectionProperty => new \ReflectionProperty(DerivedTotals::class, $name),
            ['remembered', 'courses'],
        );
        $kept = array_map(static fn (\ReflectionProperty $memory): array => $memory->getValue(), $memories);
        array_walk($memories, static fn (\ReflectionProperty $memory) => $memory->setValue(null, []));
        $ways = $fill();
        array_map(static fn (\ReflectionProperty $memory, array $before) => $memory->setValue(null, $before), $memories, $kept);

        return $ways;
    }
}
