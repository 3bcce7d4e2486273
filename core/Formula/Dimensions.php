<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Words;

/**
 * Units travel along: adding money to a ratio is an error at entry. A dimension is the powers of money and of shares;
 * null is a plain number, which may be compared with anything and scale anything.
 */
final readonly class Dimensions
{
    public function __construct(private Vocabulary $vocabulary)
    {
    }

    /**
     * @return array{float, float}|null
     *
     * @throws FormulaError if units do not fit
     */
    public function of(Node $node, string $formula): ?array
    {
        $of = fn (int $i): ?array => $this->of($node->children[$i], $formula);
        switch ($node->kind) {
            case 'number':
            case 'text':
                return null;
            case 'name':
                return $this->vocabulary->unit($node->symbol)->dimension();
            case 'unary':
                return $node->sign()->dimension($of(0));
            case 'conditional':
                $of(0);

                return self::same($of(1), $of(2), Words::say('the_two_branches_of_a_condition'), $formula);
            case 'coalesce':
                return self::same($of(0), $of(1), Words::say('a_figure_and_its_replacement'), $formula);
            case 'call':
                return Functions::get($node->symbol)->dimension(
                    array_map(fn (Node $child): ?array => $this->of($child, $formula), $node->children),
                    $formula,
                );
            default:
                return $node->operator()->dimension($of(0), $of(1), $node, $formula);
        }
    }

    /**
     * @param  array{float, float}|null  $a
     * @param  array{float, float}|null  $b
     * @return array{float, float}|null
     *
     * @throws FormulaError if they are not of one unit; a plain number fits any
     */
    public static function same(?array $a, ?array $b, string $where, string $formula): ?array
    {
        if ($a !== null && $b !== null && $a != $b) {
            throw FormulaError::at(
                Words::say('units_do_not_fit_are_and', where: $where, name: self::name($a), name2: self::name($b)),
                $formula,
            );
        }

        return $a ?? $b;
    }

    /**
     * @param  array{float, float}  $dimension
     */
    public static function name(array $dimension): string
    {
        return match ($dimension) {
            [1.0, 0.0] => Words::say('an_amount_of_money'),
            [1.0, -1.0] => Words::say('money_per_share'),
            [0.0, 1.0] => Words::say('a_number_of_shares'),
            [0.0, 0.0] => 'a ratio',
            default => sprintf('money^%g · shares^%g', ...$dimension),
        };
    }
}
