<?php

declare(strict_types=1);

namespace Tests\Core\Formula;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\FormulaError;
use Logion\Formula\Functions;
use Logion\Formula\Node;
use Logion\Formula\Parser;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;
use Tests\Core\CrossSection\MakesUniverses;

/** Formulas drawn at random: whoever values them, they have one meaning; and no text gets further than an error. */
final class RandomFormulaTest extends TestCase
{
    use MakesUniverses;

    private const NAMES = ['gross_margin', 'operating_margin', 'net_margin', 'current_ratio', 'asset_turnover', 'debt_to_equity'];

    private static function draw(int $depth, bool $history): string
    {
        $sub = static fn (): string => self::draw($depth - 1, $history);
        if ($depth === 0) {
            return mt_rand(0, 3) === 0 ? (string) (mt_rand(-30, 30) / 10) : self::NAMES[mt_rand(0, count(self::NAMES) - 1)];
        }

        return match (mt_rand(0, $history ? 13 : 9)) {
            0, 1 => "({$sub()} + {$sub()})",
            2 => "({$sub()} - {$sub()})",
            3 => "({$sub()} * {$sub()})",
            4 => "({$sub()} / {$sub()})",
            5 => "min({$sub()}, {$sub()})",
            6 => "(abs({$sub()}))",
            7 => "({$sub()} > {$sub()} ? {$sub()} : {$sub()})",
            8 => "(not ({$sub()} < {$sub()}) and {$sub()} >= {$sub()} or {$sub()} != {$sub()})",
            9 => "(-{$sub()})",
            10 => 'mean_of('.$sub().', '.mt_rand(1, 4).')',
            11 => 'ago('.$sub().', '.mt_rand(0, 3).')',
            12 => "({$sub()} ?? {$sub()})",
            default => 'count_if('.$sub().' > '.$sub().', '.mt_rand(1, 4).')',
        };
    }

    private static function books(): CompanyScope
    {
        $years = [];
        foreach (range(2020, 2025) as $year) {
            $years[$year] = [
                'revenue' => 100 + 7 * ($year - 2020),
                'gross_profit' => 40 + ($year % 3),
                'operating_income' => 12 - ($year % 4),
                'net_income_common' => $year === 2022 ? -3 : 8,
                'total_assets' => 200,
                'total_current_assets' => 60,
            ];
        }
        unset($years[2023]['operating_income']);

        return Books::scope($years);
    }

    public function test_value_and_working_agree_to_the_last_bit(): void
    {
        mt_srand(31);
        $scope = self::books();
        $known = 0;
        for ($i = 0; $i < 600; $i++) {
            $formula = self::draw(mt_rand(1, 4), true);
            try {
                [$compiled, $interpreted] = Books::both($scope, $formula);
            } catch (FormulaError) {
                continue; // Too long or too dear: told at entry.
            }
            $this->assertEquals($compiled, $interpreted, $formula);
            $known += $compiled instanceof Absence ? 0 : 1;
        }
        $this->assertGreaterThan(150, $known);
    }

    public function test_a_formula_written_out_again_is_the_same_formula(): void
    {
        mt_srand(32);
        $parser = new Parser(Functions::all());
        for ($i = 0; $i < 600; $i++) {
            $tree = $parser->parse(self::draw(mt_rand(1, 4), true));
            $again = $parser->parse((string) $tree);
            $this->assertEquals($tree, $again, (string) $tree);
            $this->assertSame((string) $tree, (string) $again);
        }
    }

    public function test_a_universe_values_a_formula_as_each_company_by_itself_would(): void
    {
        mt_srand(33);
        $n = 60;
        $figures = [];
        foreach (self::NAMES as $name) {
            for ($i = 0; $i < $n; $i++) {
                $figures[$name][] = mt_rand(0, 7) === 0 ? Absence::of(Reason::Missing) : mt_rand(-40, 40) / 10;
            }
        }
        $universe = self::of($figures);
        for ($i = 0; $i < 250; $i++) {
            $tree = $universe->catalogue->parse(self::draw(mt_rand(1, 4), false));
            $all = $universe->evaluate($tree, range(0, $n - 1));
            $mask = $universe->decide($tree);
            foreach ([0, 17, 42, 59] as $position) {
                $one = self::value($tree, static fn (string $name): float|Absence => $figures[$name][$position]);
                $one = $one instanceof Absence ? NAN : $one;
                $this->assertTrue(
                    $one === $all[$position] || (is_nan($one) && is_nan($all[$position])),
                    "{$tree} at {$position}: {$one} and {$all[$position]}",
                );
                if ($tree->isCondition()) {
                    $this->assertSame(is_nan($one) ? null : $one != 0.0, $mask->at($position), (string) $tree);
                }
            }
        }
    }

    /** A third way to value a formula, as plain as can be. */
    private static function value(Node $node, \Closure $name): float|Absence
    {
        $of = static fn (int $i): float|Absence => self::value($node->children[$i], $name);
        $absent = Absence::of(Reason::Missing);
        switch ($node->kind) {
            case 'number':
                return $node->number;
            case 'name':
                return $name($node->symbol);
            case 'unary':
                $x = $of(0);

                return $x instanceof Absence ? $x : ($node->symbol === '-' ? -$x : ($x == 0.0 ? 1.0 : 0.0));
            case 'conditional':
                $c = $of(0);

                return $c instanceof Absence ? $c : ($c != 0.0 ? $of(1) : $of(2));
            case 'call':
                $x = $of(0);
                $y = isset($node->children[1]) ? $of(1) : 0.0;

                return $x instanceof Absence || $y instanceof Absence ? $absent : ($node->symbol === 'abs' ? abs($x) : min($x, $y));
        }
        [$x, $y] = [$of(0), $of(1)];
        if ($node->symbol === 'and' || $node->symbol === 'or') {
            $decisive = $node->symbol === 'or';
            foreach ([$x, $y] as $side) {
                if (is_float($side) && ($side != 0.0) === $decisive) {
                    return $decisive ? 1.0 : 0.0;
                }
            }

            return $x instanceof Absence || $y instanceof Absence ? $absent : ($decisive ? 0.0 : 1.0);
        }
        if ($x instanceof Absence || $y instanceof Absence) {
            return $absent;
        }
        $result = match ($node->symbol) {
            '+' => $x + $y,
            '-' => $x - $y,
            '*' => $x * $y,
            '/' => $y == 0.0 ? NAN : $x / $y,
            '<' => (float) ($x < $y),
            '>' => (float) ($x > $y),
            '<=' => (float) ($x <= $y),
            '>=' => (float) ($x >= $y),
            '!=' => (float) ($x != $y),
            default => (float) ($x == $y),
        };

        return is_finite($result) ? $result : $absent;
    }

    public function test_no_text_gets_further_than_a_formula_error(): void
    {
        mt_srand(34);
        $parts = [
            'revenue',
            'gross_margin',
            '(',
            ')',
            '+',
            '-',
            '*',
            '/',
            '**',
            '%',
            '<',
            '>',
            '==',
            'and',
            'or',
            'not',
            '?',
            ':',
            '??',
            ',',
            '.',
            '..',
            '[',
            ']',
            '{',
            '}',
            "'",
            '"',
            '$',
            '@',
            '#',
            '\\',
            ';',
            '`',
            '10',
            '1e5',
            '2.5bn',
            '%',
            'mean_of(',
            'sma(',
            'estimate(',
            'group(',
            'constant("PHP_OS")',
            'system(',
            '->',
            '::',
            '|',
            '&',
            '~',
            '^',
            "\n",
            "\0",
            'é',
            '😀',
            'in',
            'matches',
            'starts with',
            'null',
            'true',
        ];
        $accepted = 0;
        for ($i = 0; $i < 4000; $i++) {
            $text = implode(
                mt_rand(0, 1) ? ' ' : '',
                array_map(static fn (): string => $parts[mt_rand(0, count($parts) - 1)], range(1, mt_rand(1, 9))),
            );
            try {
                Catalogue::builtIn()->parse($text);
                $accepted++;
            } catch (FormulaError $error) {
                $this->assertNotSame('', $error->getMessage());
                $this->assertSame($text, $error->formula);
            }
        }
        $this->assertGreaterThan(30, $accepted);
    }
}
