<?php

declare(strict_types=1);

namespace Tests\Core\Formula;

use Logion\Formula\FormulaError;
use Logion\Formula\Operator;
use Logion\Formula\Vector;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** The one table of operators, as a reader of the language would write it down. */
final class OperatorTest extends TestCase
{
    public function test_the_table(): void
    {
        // rank, logical, comparison, inequality, asks for less, with equality, mirrored
        $table = [
            'or' => [1, true, false, false, false, 'or', 'or'],
            'and' => [2, true, false, false, false, 'and', 'and'],
            '<' => [3, false, true, true, true, '<=', '>'],
            '>' => [3, false, true, true, false, '>=', '<'],
            '<=' => [3, false, true, true, true, '<=', '>='],
            '>=' => [3, false, true, true, false, '>=', '<='],
            '==' => [3, false, true, false, false, '==', '=='],
            '!=' => [3, false, true, false, false, '!=', '!='],
            '+' => [4, false, false, false, false, '+', '+'],
            '-' => [4, false, false, false, false, '-', '-'],
            '*' => [5, false, false, false, false, '*', '*'],
            '/' => [5, false, false, false, false, '/', '/'],
            '**' => [7, false, false, false, false, '**', '**'],
        ];
        $this->assertSame(array_keys($table), array_column(Operator::cases(), 'value'));
        foreach (Operator::cases() as $operator) {
            $this->assertSame(
                $table[$operator->value],
                [
                    $operator->rank(),
                    $operator->isLogical(),
                    $operator->isComparison(),
                    $operator->isInequality(),
                    $operator->asksForLess(),
                    $operator->orEqual()->value,
                    $operator->mirrored()->value,
                ],
                $operator->value,
            );
            $this->assertSame($operator->isLogical() || $operator->isComparison(), $operator->decides());
            $this->assertSame($operator->value === '**', $operator->groupsFromTheRight());
        }
        $this->assertSame(
            ['and', 'or', '==', '!=', null],
            array_map(static fn (string $s): ?string => Operator::written($s)?->value, ['&&', '||', '===', '!==', '%']),
        );
    }

    public function test_the_unit_of_a_power_is_the_unit_so_many_times(): void
    {
        $node = (new \Logion\Formula\Parser(\Logion\Formula\Functions::all()))->parse('a ** 2', ['a']);
        $this->assertSame([2.0, 0.0], Operator::Power->dimension([1.0, 0.0], null, $node, ''));
        $this->assertSame([2.0, -2.0], Operator::Power->dimension([1.0, -1.0], null, $node, ''));
        $this->assertSame([0.0, 0.0], Operator::Power->dimension([0.0, 0.0], null, $node, ''));
    }

    public function test_what_holds_between_less_equal_and_more(): void
    {
        $examples = ['<' => [1, 0, 0], '>' => [0, 0, 1], '<=' => [1, 1, 0], '>=' => [0, 1, 1], '==' => [0, 1, 0], '!=' => [1, 0, 1]];
        foreach ($examples as $symbol => $holds) {
            foreach ([1.0, 2.0, 3.0] as $i => $x) {
                $this->assertSame((bool) $holds[$i], Operator::from($symbol)->holds($x, 2.0), "{$x} {$symbol} 2");
                $this->assertSame(
                    (float) $holds[$i],
                    Operator::from($symbol)->on(new Vector([$x]), new Vector([2.0]))->at(0),
                    "{$x} {$symbol} 2",
                );
            }
        }
        $this->expectException(\LogicException::class);
        Operator::Add->holds(1.0, 2.0);
    }

    public function test_parameters_admit_what_they_say(): void
    {
        $catalogue = Books::scope([])->catalogue;
        foreach (
            [
                "value_at_risk('1y', 0.95)",
                "value_at_risk('1y', 0.001)",
                'high(1)',
                'high(5000)',
                "high('40y')",
                'sma(1)',
                'estimate(revenue, 1)',
            ] as $formula
        ) {
            $this->assertSame($formula, (string) $catalogue->parse($formula));
        }
        foreach (
            [
                "value_at_risk('1y', 0)",
                "value_at_risk('1y', 1)",
                'high(0)',
                'high(5001)',
                'high(1.5)',
                "high('41y')",
                "high('0y')",
                "high('x')",
                'sma(1.5)',
                'sma(-1)',
                'high(revenue)',
            ] as $formula
        ) {
            try {
                $catalogue->parse($formula);
                $this->fail("{$formula} was taken.");
            } catch (FormulaError $error) {
                $this->assertNotSame('', $error->getMessage());
            }
        }
    }

    public function test_a_name_nobody_knows_is_answered_with_the_nearest(): void
    {
        $catalogue = Books::scope([])->catalogue;
        foreach (
            [
                'revenu' => 'revenue',
                'gros_margin' => 'gross_margin',
                'prise' => 'price',
                'retrn_on_invstd_captal' => 'return_on_invested_capital',
            ] as $written => $meant
        ) {
            try {
                $catalogue->parse("{$written} + 1");
                $this->fail("{$written} was taken.");
            } catch (FormulaError $error) {
                $this->assertStringContainsString("\"{$meant}\"", str_replace(['“', '”', "'", '`'], '"', $error->getMessage()));
            }
        }
        $long = str_repeat('revenue + ', 30).'nowhere_at_all';
        try {
            $catalogue->parse($long);
            $this->fail('A name nobody knows was taken.');
        } catch (FormulaError $error) {
            $this->assertSame(
                '"nowhere_at_all" is not a known name at character 301 in "'.substr($long, 0, 119).'…".',
                $error->getMessage(),
            );
        }
        try {
            $catalogue->parse('zzzzzzzzzzzzqqqqqqqqqq');
            $this->fail('Nonsense was taken.');
        } catch (FormulaError $error) {
            $this->assertStringNotContainsString('mean', $error->getMessage(), 'nothing is near');
        }
    }
}
