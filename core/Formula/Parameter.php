<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Words;
use Logion\Reporting\LineItems;
use Logion\Time\Window;

/** What a function of the language takes at a place between its parentheses. */
enum Parameter: string
{
    /** Any formula; the function decides at which moments it is valued. */
    case Expression = 'expression';

    /** A line, metric or market name that is looked up elsewhere rather than valued. */
    case Name = 'name';

    /** A line of a statement. */
    case Line = 'line of a statement';

    case WholeNumber = 'whole number';

    case Fraction = 'fraction';

    /** {@see Window}: a number of trading days, or '1y', '6m', '52w'. */
    case Window = 'window';

    /** A window, or 'ytd' since the last close of the previous year. */
    case Period = 'window or \'ytd\'';

    /** A method of valuation that needs nothing but the company itself. */
    case Method = 'method of valuation';

    /** Those methods, as they are called in Value. */
    public const METHODS = [
        'cash_flow_to_firm',
        'cash_flow_to_equity',
        'excess_return',
        'earnings_path',
        'dividends',
        'fading_dividends',
        'residual_income',
        'own_price_to_earnings',
        'own_ev_to_ebitda',
        'own_ev_to_sales',
        'own_price_to_book',
        'own_price_to_tangible_book',
        'own_price_to_funds_from_operations',
        'earnings_power',
        'earnings_and_book_root',
        'revised_growth',
        'net_current_assets',
        'tangible_book',
        'liquidation',
    ];

    public const MOST = 5000;

    public function label(): string
    {
        return Words::label("parameter.{$this->name}", $this->value);
    }

    public function accepts(Node $argument): bool
    {
        return match ($this) {
            self::Expression => $argument->kind !== 'text',
            self::Name => $argument->kind === 'name',
            self::Line => $argument->kind === 'name' && LineItems::find($argument->symbol) !== null,
            self::WholeNumber => $argument->kind === 'number' &&
                $argument->number >= 0 &&
                $argument->number <= self::MOST &&
                $argument->number == floor($argument->number),
            self::Method => $argument->kind === 'text' && in_array($argument->symbol, self::METHODS, true),
            self::Fraction => $argument->kind === 'number' && $argument->number > 0 && $argument->number < 1,
            self::Window => Window::accepts(
                $argument->kind === 'text' ? $argument->symbol : ($argument->kind === 'number' ? $argument->number : ''),
            ),
            self::Period => self::Window->accepts($argument) || ($argument->kind === 'text' && $argument->symbol === Window::YEAR_TO_DATE),
        };
    }
}
