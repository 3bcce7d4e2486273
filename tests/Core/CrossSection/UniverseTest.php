<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\CrossSection\CompanySet;
use Logion\CrossSection\InvalidSelection;
use Logion\CrossSection\Mask;
use Logion\Figure\Reason;
use Logion\Formula\FormulaError;
use Logion\Reference\IndustryTree;
use Logion\Screening\InvalidScreen;
use Logion\Screening\ScreenDefinition;
use PHPUnit\Framework\TestCase;

final class UniverseTest extends TestCase
{
    use MakesUniverses;

    public function test_every_way_of_narrowing_admits_who_it_says(): void
    {
        $universe = self::of(
            ['market_cap' => [1e8, 5e8, 1e9, 2e9, 3e9], 'median_traded_value_3m' => [1e4, 1e5, 1e6, 1e7, 1e8]],
            [
                'sector' => ['10', '11', '64', '62', '10'],
                'kind' => ['share', 'share', 'share', 'share', 'fund'],
                'country' => ['XA', 'XB', 'XA', 'XB', 'XA'],
                'template' => ['industrial', 'industrial', 'bank', 'industrial', 'fund'],
            ],
            members: static fn (string $kind, mixed $key): array => ['list' => [1, 2, 3], 'index' => [3, 4]][$kind],
        );
        $admitted = static fn (array $definition): array => Mask::positions($universe->selection()->admits($definition));
        $this->assertSame([0, 1, 2, 3], $admitted([]), 'Shares, unless kinds are named.');
        $this->assertSame([4], $admitted(['kinds' => ['fund']]));
        $this->assertSame([0, 1], $admitted(['sectors' => ['C']]), 'Manufacturing holds divisions 10 and 11.');
        $this->assertSame([0, 2], $admitted(['sectors' => ['K', '10']]));
        $this->assertSame([1, 3], $admitted(['countries' => ['XB']]));
        $this->assertSame([1, 2], $admitted(['market_cap' => ['least' => 5e8, 'most' => 1e9]]));
        $this->assertSame([2, 3], $admitted(['traded_value' => ['least' => 1e6]]));
        $this->assertSame([2], $admitted(['lists' => ['both' => [['list' => 1], ['index' => 'X']]]]));
        $this->assertSame([0, 1], $admitted(['lists' => ['without' => [['list' => 1], ['index' => 'X']]]]));
        $this->assertSame([3], $admitted(['lists' => ['index' => 'X'], 'companies' => [4, 5]]));
        $this->assertSame([2], $admitted(['lists' => ['index' => 'X'], 'exclude' => [4]]));
        $this->assertSame([], $admitted(['companies' => []]));
    }

    public function test_sets_of_lists_are_made_in_any_depth(): void
    {
        $members = static fn (string $kind, mixed $key): array => $key;
        $set = static fn (array $tree): array => array_keys(CompanySet::members($tree, $members));
        $a = ['list' => [1, 2, 3]];
        $b = ['index' => [3, 4]];
        $this->assertSame([1, 2, 3, 4], $set(['either' => [$a, $b]]));
        $this->assertSame([3], $set(['both' => [$a, $b]]));
        $this->assertSame([1, 2], $set(['without' => [$a, $b]]));
        $this->assertSame([1, 2, 4], $set(['without' => [['either' => [$a, $b]], ['both' => [$a, $b]]]]));
        foreach ([['planet' => 1], ['either' => []], ['both' => 'x'], 7, ['list' => 1, 'index' => 2]] as $bad) {
            try {
                CompanySet::members($bad, $members);
                $this->fail('Accepted '.json_encode($bad));
            } catch (InvalidSelection $error) {
                $this->assertStringContainsString('set of companies', $error->getMessage());
            }
        }
    }

    public function test_a_screen_file_with_a_wrong_universe_is_refused(): void
    {
        foreach (
            [
                [['market_cap' => ['least' => 'much']], 'numbers'],
                [['traded_value' => [5]], 'numbers'],
                [['lists' => ['mars' => 1]], 'mars'],
                [['kinds' => 'share'], 'list of codes'],
            ] as [$universe, $part]
        ) {
            try {
                ScreenDefinition::fromArray(['universe' => $universe]);
                $this->fail('Accepted '.json_encode($universe));
            } catch (InvalidScreen|InvalidSelection $error) {
                $this->assertStringContainsString($part, $error->getMessage());
            }
        }
    }

    public function test_companies_are_found_in_the_order_asked_for_and_strangers_left_out(): void
    {
        $universe = self::of(['x' => [1.0, 2.0, 3.0]]);
        $this->assertSame([2, 0], $universe->positionsOf([3, 99, 1]));
        $this->assertSame([], $universe->positionsOf([]));
        foreach ($universe->ids() as $company) {
            $this->assertSame([$universe->position($company)], $universe->positionsOf([$company]));
        }
    }

    public function test_the_tree_of_industries_is_a_partition(): void
    {
        for ($division = 1; $division <= 99; $division++) {
            $code = sprintf('%02d', $division);
            $in = array_filter(
                array_keys(IndustryTree::SECTIONS),
                static fn (string $letter): bool => IndustryTree::contains($letter, $code),
            );
            $this->assertLessThanOrEqual(1, count($in));
        }
        $this->assertSame(['C', 'K', null], [IndustryTree::section('2611'), IndustryTree::section('64'), IndustryTree::section('34')]);
        $this->assertTrue(IndustryTree::contains('26', '2611'));
        $this->assertFalse(IndustryTree::contains('26', '27'));
    }

    public function test_why_a_formula_has_no_value_is_that_of_its_first_input_without_one(): void
    {
        $universe = self::of([
            'price_to_book' => [\Logion\Figure\Absence::of(Reason::NotMeaningful), 1.0],
            'return_on_equity' => [1.0, 0.0],
        ]);
        $formula = $universe->catalogue->parse('return_on_equity / price_to_book');
        $this->assertSame('not_meaningful', $universe->absence($formula, 0)->kind->value);
        $this->assertSame(
            'not_meaningful',
            $universe->absence($universe->catalogue->parse('price_to_book / return_on_equity'), 1)->kind->value,
            'Division by zero.',
        );
        $this->assertSame(
            'missing',
            $universe->absence($universe->catalogue->parse('sector_median(return_on_equity)'), 1)->kind->value,
            'Two are too few.',
        );
    }

    public function test_a_comparison_inside_a_history_function_is_refused(): void
    {
        $universe = self::drawn(1);
        $this->expectException(FormulaError::class);
        $universe->evaluate($universe->catalogue->parse('mean_of(universe_percentile(price_to_book), 3)'), [0]);
    }

    public function test_a_metric_that_compares_companies_is_computed_for_those_it_fits(): void
    {
        $values = array_map(floatval(...), range(1, 12));
        $universe = self::of(
            ['ev_to_ebitda' => $values, 'price_to_book' => $values],
            ['template' => [...array_fill(0, 11, 'industrial'), 'bank']],
        );
        $column = $universe->compared('ev_to_ebitda_to_sector');
        $of = array_map(static fn (float $x): float => $x / 6, range(1.0, 11.0));
        $this->assertEqualsWithDelta($of, array_map($column->at(...), range(0, 10)), 1e-12, 'the median of the eleven is six');
        $this->assertSame('not_applicable', $column->absence(11)?->kind->value, 'a bank has no such multiple');
    }
}
