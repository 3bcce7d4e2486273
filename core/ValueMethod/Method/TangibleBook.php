<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Multiple\MultipleRange;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualWeight;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Equity without what cannot be touched, at the multiples one would pay for it. */
final class TangibleBook implements UsualWeight, ValueMethod
{
    public function key(): string
    {
        return 'tangible_book';
    }

    public function label(): string
    {
        return Words::label('value.tangible_book', 'Tangible book');
    }

    public function purpose(): string
    {
        return Words::label('value.tangible_book.purpose', 'A floor: equity without goodwill and what else cannot be touched.');
    }

    public function misfit(ValueSubject $of): ?string
    {
        return ($of->perShare('tangible_book_value_per_share') ?? 0.0) <= 0
            ? Words::label('value.no_tangible', 'Without goodwill there is no equity left.')
            : null;
    }

    /** A floor is no opinion of worth. */
    public function usualWeight(ValueSubject $of): float
    {
        return 0.0;
    }

    public function inputs(ValueSubject $of): array
    {
        $usual = Words::label('value.usual', 'usual');
        $times = static fn (string $name, string $label, float $value): MethodInput => MethodInput::amount(
            $name,
            $label,
            Unit::Times,
            $value,
            $usual,
        );

        return [
            MethodInput::amount(
                'tangible_book',
                Words::label('value.in.tangible_book', 'Tangible book a share'),
                Unit::MoneyPerShare,
                $of->perShare('tangible_book_value_per_share'),
                Words::label('value.balance', 'latest balance sheet'),
            ),
            $times('multiple_low', Words::label('value.in.times_low', 'Paid for it, low'), 0.8),
            $times('multiple', Words::label('value.in.times', 'Paid for it'), 1.0),
            $times('multiple_high', Words::label('value.in.times_high', 'Paid for it, high'), 1.3),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $at = static fn (float $multiple): ?float => MultipleRange::value($multiple, $in['tangible_book']);

        return new Worth($at($in['multiple_low']), $at($in['multiple']), $at($in['multiple_high']));
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $at = static fn (string $multiple): string => "IF({tangible_book}<=0,\"n.m.\",{{$multiple}}*{tangible_book})";

        return (new LiveSheet())->worth($at('multiple'), $at('multiple_low'), $at('multiple_high'));
    }
}
