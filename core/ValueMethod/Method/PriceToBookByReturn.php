<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Multiple\MultipleRange;
use Logion\Multiple\PriceToBookLine;
use Logion\ValueMethod\LiveSheet;
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

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $line = self::line($of);
        // Price to book is straight in the return, the square of its error a parabola.
        [$a, $b, $c] = array_map(static fn (float $x): array => $line->at($x), [0.0, 0.1, 0.2]);
        if ($a['centre'] === null || $b['centre'] === null || $a['error'] === null || $b['error'] === null || $c['error'] === null) {
            return (new LiveSheet())->worth(LiveSheet::NONE);
        }
        [$none, $tenth, $fifth] = [$a['error'] ** 2, $b['error'] ** 2, $c['error'] ** 2];
        $square = ($fifth - 2 * $tenth + $none) / 0.02;
        $linear = ($tenth - $none) / 0.1 - 0.1 * $square;
        [$start, $slope, $free, $first, $second] = array_map(LiveSheet::number(...), [
            $a['centre'],
            ($b['centre'] - $a['centre']) / 0.1,
            $none,
            $linear,
            $square,
        ]);
        $value = static fn (string $multiple): string => "IF(MIN({$multiple},{book})<=0,\"n.m.\",({$multiple})*{book})";

        return (new LiveSheet())
            ->one(
                'fitted',
                Words::label('value.row.fitted', 'Price to book at its return'),
                Unit::Times,
                "{$start}+{$slope}*{return_on_equity}",
            )
            ->one(
                'error',
                Words::label('value.in.error', 'Standard error of such a guess'),
                Unit::Times,
                "SQRT({$free}+{$first}*{return_on_equity}+{$second}*{return_on_equity}^2)",
            )
            ->worth($value('{fitted}'), $value('{fitted}-{error}'), $value('{fitted}+{error}'));
    }

    private static function line(ValueSubject $of): PriceToBookLine
    {
        static $lines = null;
        $lines ??= new \WeakMap();

        return $lines[$of] ??= PriceToBookLine::through($of->ofKind('return_on_equity', 'price_to_book'));
    }
}
