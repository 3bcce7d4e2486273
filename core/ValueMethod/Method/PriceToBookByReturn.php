<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Multiple\MultipleRange;
use Logion\Multiple\PriceToBookLine;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Price to book against return on equity across banks or insurers. */
final class PriceToBookByReturn implements ValueMethod
{
    public function key(): string
    {
        return 'price_to_book_line';
    }

    public function label(): string
    {
        return Words::label('value.price_to_book_line', 'Price to book against return on equity');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.price_to_book_line.purpose',
            'For banks and insurers: what is paid for books that earn so much, by the line through all of its kind.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            ! $of->isFinancial() => Words::label(
                'value.for_financials',
                'It is for banks and insurers; others are worth the cash they make.',
            ),
            self::line($of)->fit === null => Words::label('value.too_few_multiples', 'Fewer than three such multiples are known.'),
            default => null,
        };
    }

    public function inputs(ValueSubject $of): array
    {
        return [UsualInputs::book($of), UsualInputs::returnOnEquity($of)];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $line = self::line($of);
        $at = $line->at($in['return_on_equity']);
        $value = static fn (?float $multiple): ?float => $multiple === null || $multiple <= 0
            ? null
            : MultipleRange::value($multiple, $in['book']);

        return new Worth($value($at['low']), $value($at['centre']), $value($at['high']), [
            Worth::row(Words::label('value.row.companies', 'Companies of the line'), Unit::Count, (float) $line->count),
            Worth::row(Words::label('value.row.explained', 'Explained by it'), Unit::Percent, $line->fit?->rSquared),
            Worth::row(Words::label('value.row.fitted', 'Price to book at its return'), Unit::Times, $at['centre']),
            Worth::row(Words::label('value.in.error', 'Standard error of such a guess'), Unit::Times, $at['error']),
        ]);
    }

    private static function line(ValueSubject $of): PriceToBookLine
    {
        static $lines = null;
        $lines ??= new \WeakMap();

        return $lines[$of] ??= PriceToBookLine::through($of->ofKind('return_on_equity', 'price_to_book'));
    }
}
