<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Method\ClassicFormulas;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** The square root of 22.5 times earnings times book: no more than fifteen times the one and one and a half times the other. */
final class EarningsAndBookRoot implements ValueMethod
{
    public function key(): string
    {
        return 'earnings_and_book_root';
    }

    public function label(): string
    {
        return Words::label('value.earnings_and_book_root', 'Root of earnings and book');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.earnings_and_book_root.purpose',
            'A ceiling for the cautious: fifteen times earnings and one and a half times books, weighed against each other.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return ($of->perShare('earnings_per_share_diluted') ?? 0.0) <= 0 || ($of->each('common_equity') ?? 0.0) <= 0
            ? Words::label('value.needs_both', 'It needs earnings and equity above nothing.')
            : null;
    }

    public function inputs(ValueSubject $of): array
    {
        return [UsualInputs::earnings($of), UsualInputs::book($of)];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $centre = ClassicFormulas::grahamNumber($in['earnings'], $in['book']);

        return new Worth(null, $centre, null, [
            Worth::row(Words::label('value.row.of_earnings', 'Fifteen times earnings'), Unit::MoneyPerShare, 15 * $in['earnings']),
            Worth::row(Words::label('value.row.of_book', 'One and a half times book'), Unit::MoneyPerShare, 1.5 * $in['book']),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        return (new LiveSheet())->worth('IF(MIN({earnings},{book})<=0,"n.m.",SQRT(22.5*{earnings}*{book}))');
    }
}
