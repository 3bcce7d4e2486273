<?php

declare(strict_types=1);

namespace Tests\Core\Formula;

use Logion\Formula\FormulaError;
use Logion\Formula\Functions;
use Logion\Formula\Parser;
use Logion\Metric\Catalogue;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

final class FormulaTest extends TestCase
{
    /** @return iterable<string, array{string, float|string}> */
    public static function values(): iterable
    {
        yield 'power before unary minus' => ['-2 ** 2', -4.0];
        yield 'parentheses keep their sign' => ['(-2) ** 2', 4.0];
        yield 'power from the right' => ['2 ** 3 ** 2', 512.0];
        yield 'per cent' => ['10%', 0.1];
        yield 'scales' => ['2.5bn + 300m + 40k', 2_800_040_000.0];
        yield 'not binds looser than a comparison' => ['not 1 > 2', 1.0];
        yield 'not after arithmetic' => ['not 1 + 1 > 3', 1.0];
        yield 'conditional takes one branch' => ['1 > 0 ? 5 : 1 / 0', 5.0];
        yield 'division by zero' => ['1 / 0', 'not_meaningful'];
        yield 'zero over zero' => ['0 / 0', 'not_meaningful'];
        yield 'missing carries on' => ['revenue + goodwill * 0 + pension_liabilities', 'missing'];
        yield 'missing is replaced' => ['(inventories ?? 7) * 1', 7.0];
        yield 'not meaningful is not replaced' => ['(1 / 0) ?? 7', 'not_meaningful'];
        yield 'comparison with missing is unknown' => ['inventories < 10', 'missing'];
        yield 'a false side decides and' => ['inventories < 10 and 1 > 2', 0.0];
        yield 'a true side decides or' => ['inventories < 10 or 2 > 1', 1.0];
        yield 'unknown otherwise' => ['inventories < 10 and 2 > 1', 'missing'];
        yield 'not of unknown' => ['not (inventories < 10)', 'missing'];
        yield 'not applicable to the business' => ['net_interest_income', 'not_applicable'];
        yield 'too early' => ['ago(revenue, 9)', 'not_enough_history'];
        yield 'growth' => ['growth(revenue, 1)', 0.25];
        yield 'growth from a loss' => ['growth(net_income, 2)', 'not_meaningful'];
        yield 'mean over completed years' => ['mean_of(revenue, 3)', 122.0];
        yield 'window tolerates 30 per cent of gaps' => ['mean_of(revenue, 4)', 122.0];
        yield 'window is too empty' => ['mean_of(revenue, 6)', 'not_enough_history'];
        yield 'sign of a root' => ['sqrt(0 - revenue)', 'not_meaningful'];
        yield 'years in a row' => ['years_rising(revenue)', 2.0];
    }

    #[DataProvider('values')]
    public function test_a_formula_has_its_meaning(string $formula, float|string $expected): void
    {
        $scope = Books::scope([
            2023 => ['revenue' => 96, 'net_income' => -5, 'goodwill' => 1],
            2024 => ['revenue' => 120, 'net_income' => 3, 'goodwill' => 1],
            2025 => ['revenue' => 150, 'net_income' => 9, 'goodwill' => 1],
        ]);
        [$compiled, $interpreted] = Books::both($scope, $formula);

        $this->assertSame(
            is_string($expected) ? $expected : null,
            $compiled instanceof \Logion\Figure\Absence ? $compiled->kind->value : null,
        );
        if (is_float($expected)) {
            $this->assertEqualsWithDelta($expected, $compiled, 1e-12);
        }
        $this->assertEquals($compiled, $interpreted, 'The working says otherwise.');
    }

    /** @return iterable<string, array{string, string}> */
    public static function mistakes(): iterable
    {
        yield 'empty' => ['  ', 'empty'];
        yield 'near name' => ['price_to_earning < 15', 'Did you mean "price_to_earnings"?'];
        yield 'unknown function' => ['system("ls")', '"system" is not a known name at character 1'];
        yield 'position' => ['revenue + + * 2', 'character 13'];
        yield 'method call' => ['revenue.delete()', 'not a known name'];
        yield 'array' => ['[1, 2]', 'numbers, names, operators and functions only'];
        yield 'constant function' => ['constant("PHP_VERSION")', 'not a known name'];
        yield 'concatenation' => ['revenue ~ revenue', 'has no meaning'];
        yield 'range' => ['1..1000000000', 'has no meaning'];
        yield 'regular expression' => ['revenue matches "/x/"', 'has no meaning'];
        yield 'money and ratio' => ['revenue + gross_margin', 'Units do not fit'];
        yield 'money and a bare number' => ['revenue + 5', 'plain number'];
        yield 'too few arguments' => ['ago(revenue)', 'takes expression, whole number'];
        yield 'window from an expression' => ['mean_of(revenue, revenue)', 'does not fit'];
        yield 'huge window' => ['mean_of(revenue, 999999)', 'does not fit'];
        yield 'text where a number belongs' => ['"a" + 1', 'Units'];
    }

    #[DataProvider('mistakes')]
    public function test_a_mistake_is_named(string $formula, string $part): void
    {
        try {
            Catalogue::builtIn()->parse($formula);
        } catch (FormulaError $error) {
            $this->assertStringContainsString($part === 'Units' ? $formula : $part, $error->getMessage());

            return;
        }
        $this->assertSame('Units', $part, "\"{$formula}\" was accepted.");
    }

    public function test_budgets_hold(): void
    {
        $parser = new Parser(Functions::all());
        foreach (
            [
                str_repeat('(', 100).'1'.str_repeat(')', 100),
                str_repeat('1 + ', 700).'1',
                str_repeat('a', 5000),
                str_repeat('-', 3000).'1',
                str_repeat('abs(', 200).'1'.str_repeat(')', 200),
            ] as $formula
        ) {
            try {
                $parser->parse($formula);
                $this->fail('A formula over budget was accepted: '.substr($formula, 0, 30));
            } catch (FormulaError $error) {
                $this->assertNotSame('', $error->getMessage());
            }
        }
    }

    public function test_text_of_a_tree_means_the_same(): void
    {
        $scope = Books::scope([2024 => ['revenue' => 120, 'cost_of_revenue' => 50], 2025 => ['revenue' => 150, 'cost_of_revenue' => 60]]);
        $catalogue = Catalogue::builtIn();
        foreach (
            [
                'revenue - (cost_of_revenue - revenue)',
                '(revenue + cost_of_revenue) / (revenue - cost_of_revenue) ** 2',
                '-(revenue / 3) ** 1',
                'not (revenue > 3 or cost_of_revenue > 4) and 1 > 0',
                '(revenue > 1 ? revenue : cost_of_revenue) * 2',
                'revenue / (cost_of_revenue / 2)',
                '2 ** (3 ** 2)',
                '(2 ** 3) ** 2',
            ] as $formula
        ) {
            $text = (string) (new Parser(Functions::all()))->parse($formula, $catalogue->names());
            $this->assertEquals(Books::both($scope, $formula)[0], Books::both($scope, $text)[0], "{$formula} became {$text}");
        }
    }

    public function test_a_name_that_holds_what_was_written_is_nearer_than_any_with_three_letters_other(): void
    {
        // "income" is three letters from "incant" and part of "net_income_of_everybody".
        $error = FormulaError::unknownName('income', 'income > 1', 1, ['incant', 'net_income_of_everybody']);
        $this->assertSame('net_income_of_everybody', $error->proposal);
        $this->assertSame('incum', FormulaError::unknownName('incom', 'incom > 1', 1, ['net_incom_of_all', 'incum'])->proposal);
    }

    public function test_a_formula_is_written_with_no_more_parentheses_than_it_needs(): void
    {
        foreach (['a + b + c', 'a - b - c', 'a - (b - c)', 'a * b / c', '(a + b) * c', 'a ** b ** c', '(a ** b) ** c'] as $formula) {
            $this->assertSame($formula, (string) (new Parser(Functions::all()))->parse($formula, ['a', 'b', 'c']));
        }
    }

    public function test_how_long_a_formula_may_be(): void
    {
        $parser = new Parser(Functions::all());
        $longest = str_pad('a', Parser::MAX_LENGTH);
        $this->assertSame('a', (string) $parser->parse($longest, ['a']));
        $this->expectExceptionMessage('The formula is longer than 4000 characters');
        $parser->parse($longest.' ', ['a']);
    }

    public function test_roots_and_logarithms_begin_where_they_exist(): void
    {
        $scope = \Tests\Core\Books::scope([2025 => ['revenue' => 0.0, 'net_income' => -4.0, 'total_assets' => 9.0]]);
        $value = static fn (string $formula): float|\Logion\Figure\Absence => \Tests\Core\Books::both($scope, $formula)[0];
        $this->assertSame([0.0, 3.0], [$value('sqrt(revenue)'), $value('sqrt(total_assets)')]);
        $this->assertSame(0.0, $value('ln(total_assets / 9)'));
        foreach (['sqrt(net_income)', 'ln(net_income)', 'ln(revenue)'] as $formula) {
            $this->assertSame('not_meaningful', $value($formula)->kind->value, $formula);
        }
    }

    public function test_a_number_too_large_to_be_one_is_not_meaningful(): void
    {
        $scope = \Tests\Core\Books::scope([2025 => ['revenue' => 1e300]]);
        $value = static fn (string $formula): float|\Logion\Figure\Absence => \Tests\Core\Books::both($scope, $formula)[0];
        $this->assertSame(1e300, $value('revenue'));
        foreach (['revenue * revenue', 'revenue * revenue - revenue * revenue', '-(revenue * revenue)'] as $formula) {
            $this->assertSame('not_meaningful', $value($formula)->kind->value, $formula);
        }
    }

    public function test_a_year_of_nothing_is_not_positive(): void
    {
        $scope = \Tests\Core\Books::scope([2023 => ['net_income' => 5.0], 2024 => ['net_income' => 0.0], 2025 => ['net_income' => 1.0]]);
        $this->assertSame(2.0, \Tests\Core\Books::both($scope, 'years_positive(net_income, 3)')[0]);
    }

    public function test_a_comparison_says_whom_it_compares_with(): void
    {
        $this->assertStringContainsString(
            'the shares of the same sector and kind of business',
            (new \Logion\Formula\Function\SectorMedian())->window(),
        );
        $this->assertStringContainsString('all shares', (new \Logion\Formula\Function\UniversePercentile())->window());
    }
}
