<?php

declare(strict_types=1);

namespace Tests\Core\Comparison;

use Logion\Comparison\InvalidMetric;
use Logion\Comparison\OwnMetricDefinition;
use Logion\Figure\Absence;
use Logion\Formula\FormulaError;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\Workings;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

final class OwnMetricDefinitionTest extends TestCase
{
    private static function with(string ...$formulas): Catalogue
    {
        $catalogue = Catalogue::builtIn();
        foreach ($formulas as $key => $formula) {
            $catalogue = $catalogue->with(OwnMetricDefinition::define($catalogue, (string) $key, "Own {$key}", 'formula', $formula));
        }

        return $catalogue;
    }

    public function test_an_own_metric_is_used_wherever_a_built_in_one_is(): void
    {
        $catalogue = self::with(
            margin_gap: 'gross_margin - operating_margin',
            gap_trend: 'margin_gap - mean_of(margin_gap, 3)',
            wide: 'margin_gap > 0.3',
        );
        $books = Books::scope([
            2023 => ['revenue' => 100, 'gross_profit' => 50, 'operating_income' => 20],
            2024 => ['revenue' => 100, 'gross_profit' => 55, 'operating_income' => 20],
            2025 => ['revenue' => 100, 'gross_profit' => 60, 'operating_income' => 20],
        ]);
        $scope = new CompanyScope($books->company, $books->asOf, $catalogue, $books->economy);
        $this->assertEqualsWithDelta(0.4, $scope->metric('margin_gap'), 1e-12);
        $this->assertEqualsWithDelta(0.4 - 0.35, $scope->metric('gap_trend'), 1e-12);
        $this->assertSame(1.0, $scope->metric('wide'));
        $working = (new Workings($scope))->metric('gap_trend');
        $this->assertEqualsWithDelta(0.05, $working->figure->value(), 1e-12);
        $this->assertSame('Own margin_gap', $working->children[0]->label);
    }

    public function test_expanding_leaves_built_in_names_only_and_the_meaning(): void
    {
        $catalogue = self::with(first: 'gross_margin - operating_margin', second: '2 * first + 1', third: 'mean_of(second, 4) / second');
        $expanded = $catalogue->expand($catalogue->parse('third > 0.5'));
        $this->assertSame(
            'mean_of(2 * (gross_margin - operating_margin) + 1, 4) / (2 * (gross_margin - operating_margin) + 1) > 0.5',
            (string) $expanded,
        );
        $this->assertSame(['gross_margin', 'operating_margin'], Catalogue::builtIn()->parse((string) $expanded)->names());
        $this->assertSame(['second', 'first'], $catalogue->ownDependencies('third'));
    }

    public function test_a_metric_cannot_come_to_refer_to_itself(): void
    {
        $catalogue = self::with(first: 'gross_margin + 0.1', second: 'first * 2', third: 'second / 3');
        try {
            OwnMetricDefinition::define($catalogue, 'first', 'First', 'formula', 'third + 1');
            $this->fail('A circle was accepted.');
        } catch (InvalidMetric $error) {
            $this->assertStringContainsString('"first" would refer to itself through', $error->getMessage());
            $this->assertStringContainsString('second', $error->getMessage());
        }
        $this->expectException(InvalidMetric::class);
        OwnMetricDefinition::define($catalogue, 'first', 'First', 'formula', 'first + 1');
    }

    public function test_a_circle_through_a_ranking_is_seen_too(): void
    {
        $catalogue = self::with(first: 'gross_margin + 0.1');
        $catalogue = $catalogue->with(
            OwnMetricDefinition::define($catalogue, 'place', 'Place', 'ranking', ['components' => [['formula' => 'first']]]),
        );
        $this->expectException(InvalidMetric::class);
        OwnMetricDefinition::define($catalogue, 'first', 'First', 'formula', 'place_score * 2');
    }

    /** @return iterable<string, array{string, string, class-string<\Throwable>, string}> */
    public static function refused(): iterable
    {
        yield 'a name with a space' => ['my metric', '1 + 1', InvalidMetric::class, 'cannot be a name'];
        yield 'a capital' => ['Margin', '1 + 1', InvalidMetric::class, 'cannot be a name'];
        yield 'too short' => ['ab', '1 + 1', InvalidMetric::class, 'cannot be a name'];
        yield 'a built-in metric' => ['gross_margin', '1 + 1', InvalidMetric::class, 'already means'];
        yield 'a line' => ['revenue', '1 + 1', InvalidMetric::class, 'already means'];
        yield 'a function' => ['mean_of', '1 + 1', InvalidMetric::class, 'already means'];
        yield 'a word of the language' => ['and', '1 + 1', InvalidMetric::class, 'already means'];
        yield 'an unknown name' => ['mine', 'gross_margn * 2', FormulaError::class, 'gross_margin'];
        yield 'units that do not fit' => ['mine', 'revenue + gross_margin', FormulaError::class, 'Units'];
        yield 'the sector through time' => ['mine', 'mean_of(sector_median(gross_margin), 3)', InvalidMetric::class, 'through time'];
        yield 'a comparing metric through time' => ['mine', 'mean_of(momentum_percentile, 3)', InvalidMetric::class, 'through time'];
        yield 'PHP' => ['mine', 'system("ls")', FormulaError::class, 'not a known name'];
        yield 'a property' => ['mine', 'gross_margin.x', FormulaError::class, ''];
        yield 'an array' => ['mine', '[1, 2]', FormulaError::class, ''];
        yield 'nested without end' => ['mine', str_repeat('(', 100).'1'.str_repeat(')', 100), FormulaError::class, 'nested'];
        yield 'windows in windows in windows' => [
            'mine',
            'mean_of(mean_of(mean_of(mean_of(gross_margin, 12), 12), 12), 12)',
            FormulaError::class,
            'steps for each company',
        ];
        yield 'a dear metric in windows' => ['mine', 'sma_of(sma_of(discounted_cash_flow_upside, 200), 200)', FormulaError::class, 'steps'];
        yield 'without end' => ['mine', implode(' + ', array_fill(0, 700, '1')), FormulaError::class, 'parts'];
    }

    /** @param  class-string<\Throwable>  $class */
    #[DataProvider('refused')]
    public function test_what_cannot_be_a_metric_is_refused(string $key, string $formula, string $class, string $part): void
    {
        try {
            OwnMetricDefinition::define(Catalogue::builtIn(), $key, 'Mine', 'formula', $formula);
            $this->fail('Accepted.');
        } catch (\Throwable $error) {
            $this->assertInstanceOf($class, $error, $error->getMessage());
            $this->assertStringContainsString($part, $error->getMessage());
        }
    }

    public function test_every_built_in_metric_stays_far_below_the_budget(): void
    {
        $budget = new \Logion\Formula\Budget(Catalogue::builtIn());
        foreach (array_keys(Catalogue::builtIn()->all()) as $key) {
            $this->assertLessThan(\Logion\Formula\Budget::MOST / 20, $budget->steps(\Logion\Formula\Node::name($key)), $key);
        }
        $this->assertSame(
            15,
            $budget->steps(Catalogue::builtIn()->parse('mean_of(revenue, 5)')),
            'Five times: the function, the name and the number.',
        );
    }

    public function test_division_by_zero_is_not_meaningful(): void
    {
        $catalogue = self::with(mine: 'revenue / (revenue - revenue)');
        $books = Books::scope([2025 => ['revenue' => 100]]);
        $value = (new CompanyScope($books->company, $books->asOf, $catalogue, $books->economy))->metric('mine');
        $this->assertInstanceOf(Absence::class, $value);
        $this->assertSame('not_meaningful', $value->kind->value);
    }

    public function test_a_comparison_without_a_universe_or_in_the_past_is_missing(): void
    {
        $catalogue = Catalogue::builtIn()->with(
            OwnMetricDefinition::make('place', 'Place', 'ranking', ['components' => [['formula' => 'gross_margin']]]),
        );
        $books = Books::scope([2025 => ['revenue' => 100, 'gross_profit' => 50]]);
        $scope = new CompanyScope($books->company, $books->asOf, $catalogue, $books->economy);
        $value = $scope->metric('place');
        $this->assertInstanceOf(Absence::class, $value);
        $this->assertStringContainsString('compares companies', $value->sentence());
        $this->assertSame('Gross margin', (new Workings($scope))->metric('place')->children[0]->label);
    }

    public function test_synonyms_belong_to_metrics_that_exist(): void
    {
        foreach (array_keys(require __DIR__.'/../../../core/Metric/synonyms.php') as $key) {
            $this->assertNotNull(Catalogue::builtIn()->find($key), $key);
        }
        $this->assertStringContainsString('gearing', Catalogue::synonyms('debt_to_equity'));
        $this->assertSame('', Catalogue::synonyms('no_such_metric'));
    }

    public function test_what_a_ranking_makes_beside_itself_must_be_free_too(): void
    {
        $catalogue = Catalogue::builtIn();
        $scores = array_filter(array_keys($catalogue->all()), static fn (string $key): bool => str_ends_with($key, '_score'));
        $taken = array_values($scores)[0];
        $key = substr($taken, 0, -strlen('_score'));
        if ($catalogue->find($key) !== null || in_array($key, $catalogue->names(), true)) {
            $this->fail("{$key} is a metric itself; choose another example.");
        }
        $this->expectExceptionMessage("\"{$taken}\" already means something in a formula. Choose another name than \"{$key}\".");
        OwnMetricDefinition::define(
            $catalogue,
            $key,
            'Mine',
            'ranking',
            ['components' => [['formula' => 'gross_margin', 'weight' => 1, 'better' => 'higher']]],
            'ratio',
            'higher',
            '',
        );
    }
}
