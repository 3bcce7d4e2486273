<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\CrossSection\Universe;
use Logion\EarningPower\Basis;
use Logion\EarningPower\CompanyEarningPower;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Market\PriceSeries;
use Logion\Reporting\ReportingModel;
use Logion\ValueMethod\Method\Parts;
use Logion\ValueMethod\Method\SegmentSales;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ScopeWorths;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;
use Tests\Core\CrossSection\MakesUniverses;

/** What methods start with, of a company whose figures are round: sales of ten, earnings of one and a half and books of seven a share. */
final class MethodInputsTest extends TestCase
{
    use MakesUniverses;

    private const YEAR = [
        'revenue' => 1000,
        'operating_income' => 200,
        'income_before_tax' => 200,
        'income_tax' => 50,
        'net_income' => 150,
        'net_income_parent' => 150,
        'net_income_common' => 150,
        'earnings_per_share_diluted' => 1.5,
        'depreciation_amortization' => 40,
        'capital_expenditure' => 50,
        'dividends_paid' => 60,
        'cash_and_short_term_investments' => 90,
        'cash_and_equivalents' => 90,
        'receivables' => 120,
        'inventories' => 80,
        'property_plant_equipment_net' => 710,
        'total_debt' => 150,
        'long_term_debt' => 150,
        'short_term_debt' => 0,
        'total_liabilities' => 300,
        'minority_interest' => 0,
        'preferred_equity' => 0,
        'common_equity' => 700,
        'total_equity' => 700,
        'shares_outstanding_period_end' => 100,
        'diluted_shares_average' => 100,
        'basic_shares_average' => 100,
    ];

    /**
     * @param  array<int, array<string, float|int>>  $changes  by year
     * @param  array<string, non-empty-array<int, float>>  $parts
     */
    private static function subject(
        array $changes = [],
        array $parts = [],
        ?Universe $universe = null,
        ReportingModel $kind = ReportingModel::Industrial,
        array $years = [2020, 2021, 2022, 2023, 2024, 2025],
    ): ValueSubject {
        $told = [];
        foreach ($years as $year) {
            $told[$year] = [...self::YEAR, ...$changes[$year] ?? []];
        }
        $prices = new PriceSeries([20260629, 20260630], [19.0, 20.0]);

        return new ValueSubject(
            Books::scope($told, prices: $prices, template: $kind),
            $universe,
            $universe === null ? [] : [2, 3],
            null,
            $parts,
        );
    }

    private static function input(string $method, string $input, ValueSubject $of): MethodInput
    {
        return (new ValueSheet(ValueMethods::get($method), $of, forced: true))->inputs[$input];
    }

    public function test_amounts_of_the_company_and_of_a_share(): void
    {
        $of = self::subject();
        $this->assertEqualsWithDelta(1000.0, $of->total('revenue'), 1e-9);
        $this->assertEqualsWithDelta(10.0, $of->each('revenue'), 1e-12);
        $this->assertEqualsWithDelta(1.5, $of->perShare('earnings_per_share_diluted'), 1e-12);
        $this->assertEqualsWithDelta(-0.6, $of->net(), 1e-12, 'cash of 90 less debt of 150');
        $this->assertSame(1.0, $of->exchange());
        $this->assertSame([], $of->ofPeers('price_to_earnings'));
        $this->assertSame([], $of->ofKind('return_on_equity', 'price_to_book'));
    }

    public function test_the_past_comes_oldest_first(): void
    {
        $of = self::subject([2023 => ['operating_income' => 100], 2025 => ['operating_income' => 300]]);
        $this->assertEqualsWithDelta([0.1, 0.2, 0.3], $of->past('operating_margin', 3), 1e-12);
    }

    public function test_a_margin_at_the_top_of_a_wide_range_is_no_measure(): void
    {
        $margins = [2020 => 20, 2021 => 50, 2022 => 120, 2023 => 90, 2024 => 60, 2025 => 150];
        $changes = array_map(static fn (int $of): array => ['operating_income' => $of], $margins);
        $this->assertNotNull(self::subject($changes)->peak());
        $this->assertNotNull(ValueMethods::get('earnings_path')->misfit(self::subject($changes)));
        $this->assertNull(ValueMethods::get('earnings_path_sales')->misfit(self::subject($changes)), 'sales have no margin');
        // Median 0.105: a range of 0.126 is just not wide enough, one wider by a hair is.
        $of = static function (float $now): ValueSubject {
            $changes = [2025 => ['operating_income' => $now]];
            foreach ([20, 105, 105, 105, 105] as $i => $income) {
                $changes[2020 + $i] = ['operating_income' => $income];
            }

            return self::subject($changes);
        };
        $this->assertNull($of(145)->peak());
        $this->assertNotNull($of(147)->peak());
        $middle = self::subject([2020 => ['operating_income' => 20], 2021 => ['operating_income' => 400]]);
        $this->assertNull($middle->peak(), 'in the middle');
        $few = self::subject([2025 => ['operating_income' => 800]], years: [2023, 2024, 2025]);
        $this->assertNull($few->peak(), 'three years say nothing');
        $lost = array_fill_keys(range(2020, 2024), ['operating_income' => -100]) + [2025 => ['operating_income' => 10]];
        $this->assertNull(self::subject($lost)->peak(), 'there is no usual margin to be above');
    }

    public function test_why_a_method_does_not_fit_is_said_with_the_way_out(): void
    {
        $why = static fn (string $method, ValueSubject $of): ?string => ValueMethods::get($method)->misfit($of);
        $loss = self::subject([2025 => ['earnings_per_share_diluted' => -1.0, 'revenue' => 0]]);
        $this->assertStringContainsString('no multiple of earnings says anything', (string) $why('earnings_path', $loss));
        $this->assertStringContainsString('nothing on this basis', (string) $why('earnings_path_sales', $loss));
        $this->assertNull($why('earnings_path', self::subject()));
        $this->assertNull($why('cash_flow_to_equity', self::subject()));
        $bank = self::subject(kind: ReportingModel::Bank);
        $this->assertStringContainsString('not capital expenditure', (string) $why('cash_flow_to_equity', $bank));
        $lost = ['net_income' => -1, 'net_income_common' => -1, 'net_income_parent' => -1];
        $poor = self::subject(array_fill_keys(range(2020, 2025), $lost));
        $this->assertNotNull($why('cash_flow_to_equity', $poor));
        $idle = self::subject(array_fill_keys(range(2020, 2025), ['operating_income' => 0]));
        $this->assertStringContainsString('earned nothing', (string) $why('earnings_power', $idle), 'nothing is not above nothing');
        $power = new CompanyEarningPower(self::subject()->scope);
        $this->assertEqualsWithDelta(1.5 * 1.1, $power->expected(Basis::Earnings, 1, 0.1), 1e-9);
        $this->assertNull($power->expected(Basis::Earnings, 1, -1.0), 'all of it gone');
        $this->assertNull($power->expected(Basis::Earnings, 1), 'nothing is made up');
    }

    public function test_what_is_paid_out_lies_between_nothing_and_all(): void
    {
        foreach ([[0.6, 0.4], [3.0, 1.0], [0.0, 0.0]] as [$paid, $expected]) {
            $of = self::subject([2025 => ['dividends_per_share' => $paid]], kind: ReportingModel::Bank);
            $this->assertEqualsWithDelta($expected, self::input('residual_income', 'payout', $of)->value, 1e-9, "{$paid}");
        }
    }

    public function test_return_on_equity_is_that_of_five_years_where_they_are_known(): void
    {
        $five = UsualInputs::returnOnEquity(self::subject([2025 => ['net_income_common' => 300]]));
        $this->assertSame('mean of five years', $five->source);
        $this->assertEqualsWithDelta([(4 * 150 + 300) / 5 / 700], [$five->value], 1e-9);
        $this->assertEqualsWithDelta(['last four quarters' => 300 / 700], $five->alternatives, 1e-9);
        $one = UsualInputs::returnOnEquity(self::subject(years: [2024, 2025]));
        $this->assertSame('last four quarters', $one->source);
        $this->assertEqualsWithDelta(150 / 700, $one->value, 1e-9);
    }

    public function test_a_figure_beyond_what_one_would_dare_says_so(): void
    {
        $within = static fn (?float $of): array => UsualInputs::within($of, -0.1, 0.2, 'houses');
        $this->assertSame([[0.2, 'houses'], [-0.1, 'houses'], [null, 'houses']], array_map($within, [0.2, -0.1, null]));
        [$high, $low] = array_map($within, [0.201, -0.3]);
        $this->assertSame([0.2, -0.1], [$high[0], $low[0]]);
        $this->assertStringStartsWith('houses, at most 20', $high[1]);
        $this->assertStringStartsWith('houses, at least', $low[1]);
    }

    public function test_usual_figures_and_between_what_they_make_sense(): void
    {
        $of = self::subject();
        $multiple = self::input('typed_cash_flow', 'exit_multiple', $of);
        $this->assertSame([15.0, 1.5, 150.0], [$multiple->value, $multiple->low, $multiple->high]);
        $growth = self::input('revised_growth', 'growth', $of);
        $this->assertSame([-0.04, 0.6], [$growth->low, $growth->high]);
        $this->assertSame(0.15, self::input('revised_growth', 'cap', $of)->value);
        $yield = self::input('net_asset_value', 'capitalisation_rate', self::subject(kind: ReportingModel::Property));
        $this->assertSame([0.01, 0.2], [$yield->low, $yield->high]);
        $this->assertEqualsWithDelta(3.0, self::input('liquidation', 'owed', $of)->value, 1e-12);
        $this->assertSame(0.1, self::input('liquidation', 'cost', $of)->value);
        $brings = array_map(
            static fn (string $class): array => [
                round((float) self::input('liquidation', $class, $of)->value, 9),
                self::input('liquidation', "{$class}_brings", $of)->value,
            ],
            ['cash' => 'cash', 'receivables' => 'receivables', 'inventory' => 'inventory', 'plant' => 'plant'],
        );
        $this->assertSame(['cash' => [0.9, 1.0], 'receivables' => [1.2, 0.8], 'inventory' => [0.8, 0.5], 'plant' => [7.1, 0.4]], $brings);
    }

    public function test_a_sale_of_everything_pays_lenders_first_and_brings_no_more_than_all(): void
    {
        $sheet = new ValueSheet(ValueMethods::get('liquidation'), self::subject());
        $brought = static fn (float $times): float => 0.9 * min(1.0, $times) + $times * (1.2 * 0.8 + 0.8 * 0.5 + 7.1 * 0.4);
        $worth = $sheet->worth();
        $this->assertEqualsWithDelta(0.9 * $brought(1.0) - 3.0, $worth->centre, 1e-9);
        $this->assertEqualsWithDelta(0.9 * $brought(0.85) - 3.0, $worth->low, 1e-9);
        $this->assertEqualsWithDelta(0.9 * $brought(1.15) - 3.0, $worth->high, 1e-9);
    }

    public function test_a_multiple_of_nothing_means_nothing(): void
    {
        $universe = self::of(['price_to_earnings' => [13.0, 10.0, 14.0, 18.0], 'market_cap' => [1e3, 1e3, 1e3, 1e3]]);
        $peers = new ValueSubject(self::subject()->scope, $universe, [2, 3, 4]);
        $centre = static fn (array $changes): ?float => (new ValueSheet(
            ValueMethods::get('peers_price_to_earnings'),
            $peers,
            $changes,
        ))->worth()->centre;
        $this->assertEqualsWithDelta(14.0 * 1.5, $centre([]), 1e-9);
        foreach ([['figure' => 0.0], ['figure' => -1.0], ['multiple' => 0.0], ['multiple' => -2.0]] as $changes) {
            $this->assertNull($centre($changes), (string) json_encode($changes));
        }
    }

    public function test_a_part_is_worth_its_sales_as_peers_are_paid_for_theirs(): void
    {
        $parts = ['Ore' => [2025 => 600.0], 'Salt' => [2025 => 400.0]];
        $universe = self::of([
            'ev_to_sales' => [9.0, 2.0, 3.0],
            'ev_to_ebit' => [9.0, 11.0, 13.0],
            'market_cap' => [1e3, 1e3, 1e3],
        ]);
        $inputs = (new ValueSheet(new Parts(), self::subject([], $parts, $universe)))->inputs;
        $this->assertEqualsWithDelta(6.0, $inputs['sales_ore']->value, 1e-9);
        $this->assertEqualsWithDelta(2.5, $inputs['multiple_ore']->value, 1e-9);
        $this->assertSame('median of the peers', $inputs['multiple_ore']->source);
        $this->assertEqualsWithDelta(15.0, $inputs['value_ore']->value, 1e-9);
        $this->assertEqualsWithDelta(10.0, $inputs['value_salt']->value, 1e-9);
        // Without peers as it is paid itself: a value of 2,060 for sales of 1,000.
        $alone = (new ValueSheet(new Parts(), self::subject([], $parts)))->inputs;
        $this->assertEqualsWithDelta(2.06, $alone['multiple_ore']->value, 1e-9);
        $this->assertSame('today', $alone['multiple_ore']->source);
        $this->assertEqualsWithDelta(6 * 2.06, $alone['value_ore']->value, 1e-9);
    }

    public function test_businesses_grow_as_they_did_moved_so_that_together_they_grow_as_the_whole(): void
    {
        $parts = ['Ore' => [2023 => 500.0, 2024 => 550.0, 2025 => 605.0], 'Salt' => [2023 => 400.0, 2024 => 400.0, 2025 => 400.0]];
        $of = self::subject([], $parts);
        $all = $of->cashFlow()->paths()['revenue_growth'][0];
        $inputs = [];
        foreach (SegmentSales::inputs($of, SegmentSales::of($of), 0.02) as $input) {
            $inputs[$input->name] = $input;
        }
        $this->assertEqualsWithDelta(1000 * 605 / 1005, $inputs['sales_ore']->value, 1e-9);
        $moved = $all - (0.1 * 605) / 1005;
        $this->assertEqualsWithDelta(0.1 + $moved, $inputs['growth_ore']->value, 1e-9);
        $this->assertEqualsWithDelta($moved, $inputs['growth_salt']->value, 1e-9);
        $this->assertSame('last three years, all together as expected', $inputs['growth_ore']->source);
        $this->assertEqualsWithDelta([2024 => 0.1, 2025 => 0.1], $inputs['growth_ore']->years->history, 1e-9);

        $young = self::subject([], ['Ore' => [2023 => 0.0, 2024 => 5.0, 2025 => 6.0], 'Salt' => [2025 => 4.0]]);
        $history = SegmentSales::inputs($young, SegmentSales::of($young), 0.02)[1]->years->history;
        $this->assertNull($history[2024], 'from nothing to something is no rate');
        $this->assertEqualsWithDelta(0.2, $history[2025], 1e-12);

        $one = self::subject();
        [$sales, $growth] = SegmentSales::inputs($one, SegmentSales::of($one), 0.02);
        $model = $one->cashFlow();
        $this->assertSame([1000.0, $model->figures['base_revenue']->label], [$sales->value, $sales->label]);
        $this->assertSame([$all, $model->drivers['revenue_growth']->source], [$growth->value, $growth->source]);
        $this->assertSame($model->drivers['revenue_growth'], $growth->years->rule);
    }

    public function test_sales_from_elsewhere_count_as_long_as_one_year_follows_the_other(): void
    {
        $parts = ['Ore' => [2024 => 600.0, 2025 => 600.0], 'Salt' => [2024 => 400.0, 2025 => 400.0]];
        $of = self::subject([], $parts);
        $figures = ['sales_ore' => 600.0, 'sales_salt' => 400.0];
        $path = static fn (array $sales, array $figures): array => array_map(
            static fn ($rule): array => $rule->path('growth', 3, [], [], static fn (): array => []),
            SegmentSales::rulesFor($sales, $figures, $of),
        );
        $rules = $path(['Ore' => [2026 => 660.0, 2027 => 693.0, 2029 => 900.0]], $figures);
        $this->assertSame(['growth_ore'], array_keys($rules));
        $this->assertEqualsWithDelta([0.1, 0.05, 0.05], $rules['growth_ore'], 1e-9, 'the year after a gap does not count');
        $this->assertSame([], $path(['Ore' => [2027 => 700.0]], $figures), 'nothing follows the last year');
        $this->assertSame([], $path(['Ore' => [2026 => 660.0]], ['sales_ore' => null, 'sales_salt' => null]));
        $this->assertSame([], $path(['Ore' => [2026 => 660.0]], ['sales_ore' => 0.0, 'sales_salt' => 0.0]));
        $together = $path(['A' => [2026 => 700.0, 2027 => 770.0], 'B' => [2026 => 350.0]], $figures);
        $this->assertSame(['growth_ore', 'growth_salt'], array_keys($together));
        $this->assertEqualsWithDelta([0.05, 0.05, 0.05], $together['growth_salt'], 1e-9, 'only years that all have');
    }

    public function test_a_value_to_the_price_is_what_the_method_says_and_has_a_reason_where_it_says_nothing(): void
    {
        $worths = new ScopeWorths();
        $of = self::subject();
        $centre = (new ValueSheet(ValueMethods::get('liquidation'), $of))->worth()->centre;
        $this->assertEqualsWithDelta($centre / 20.0, $worths->toPrice('liquidation', $of->scope), 1e-12);
        $reason = static fn (float|Absence $of): ?Reason => $of instanceof Absence ? $of->reason : null;
        $unpriced = Books::scope([2025 => self::YEAR]);
        $this->assertSame(Reason::NoPrice, $reason($worths->toPrice('liquidation', $unpriced)));
        $bank = self::subject(kind: ReportingModel::Bank)->scope;
        $this->assertSame(Reason::NoValueByMethod, $reason($worths->toPrice('liquidation', $bank)));
        // Methods value a company as it stands on the day, not as it stood.
        $asked = static fn (string $formula): float|Absence => $of->scope->value($of->scope->catalogue->parse($formula));
        $this->assertSame(Reason::NotKnown, $reason($asked("value_to_price('liquidation')")), 'nobody values it here');
        $this->assertSame(Reason::ValueHasNoPast, $reason($asked("ago(value_to_price('liquidation'), 1)")));
        // Less than nothing is nothing.
        $poor = self::subject([2025 => ['total_liabilities' => 5000]])->scope;
        $this->assertSame(0.0, $worths->toPrice('net_current_assets', $poor));
    }
}
