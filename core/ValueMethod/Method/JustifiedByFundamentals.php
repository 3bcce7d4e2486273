<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Peer\JustifiedMultiple;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** The multiple that its growth, returns and risk justify among companies of its kind. */
final class JustifiedByFundamentals implements ValueMethod
{
    public function key(): string
    {
        return 'justified_multiple';
    }

    public function label(): string
    {
        return Words::label('value.justified_multiple', 'Multiple justified by fundamentals');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.justified_multiple.purpose',
            'What companies of its kind with such growth, returns and risk are paid: a line through all of them.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        $line = self::line($of);
        if (isset($line['why_not'])) {
            return $line['why_not'];
        }

        return ($line['fit'] ?? 0.0) <= 0 || ($of->ratio(self::multiple($of)) ?? 0.0) <= 0
            ? Words::label('value.figure_not_positive', 'What it is a multiple of is not above nothing, so it is not meaningful.')
            : null;
    }

    public function inputs(ValueSubject $of): array
    {
        $line = self::line($of);
        $now = $of->ratio(self::multiple($of));
        $source = Words::label('value.line_of_kind', 'line through companies of its kind');

        return [
            MethodInput::amount(
                'multiple',
                Words::label('value.in.justified', 'Multiple justified'),
                Unit::Times,
                $line['fit'] ?? null,
                $source,
                [
                    Words::label('value.today', 'today') => $now,
                ],
            ),
            MethodInput::amount(
                'error',
                Words::label('value.in.error', 'Standard error of such a guess'),
                Unit::Times,
                $line['error'] ?? null,
                $source,
            ),
            MethodInput::amount(
                'figure',
                Words::label('value.in.figure', 'Its figure a share'),
                Unit::MoneyPerShare,
                $now === null || $now <= 0 || $of->price() === null ? null : $of->price() / $now,
                Words::label('value.price_by_multiple', 'its price by its own multiple'),
            ),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $at = static fn (float $multiple): ?float => $multiple <= 0 ? null : $multiple * $in['figure'];
        $line = self::line($of);

        return new Worth($at($in['multiple'] - $in['error']), $at($in['multiple']), $at($in['multiple'] + $in['error']), [
            Worth::row(Words::label('value.row.companies', 'Companies of the line'), Unit::Count, (float) ($line['companies'] ?? 0)),
            Worth::row(Words::label('value.row.explained', 'Explained by it'), Unit::Percent, $line['r_squared'] ?? null),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $at = static fn (string $multiple): string => "IF({$multiple}<=0,\"n.m.\",({$multiple})*{figure})";

        return (new LiveSheet())->worth($at('{multiple}'), $at('{multiple}-{error}'), $at('{multiple}+{error}'));
    }

    private static function multiple(ValueSubject $of): string
    {
        return JustifiedMultiple::multiplesOf($of->kind()->value)[0];
    }

    /** @return array{fit?: float, error?: float, r_squared?: float|null, companies?: int, why_not?: string} */
    private static function line(ValueSubject $of): array
    {
        static $lines = null;
        $lines ??= new \WeakMap();

        return $lines[$of] ??=
            $of->universe === null
                ? ['why_not' => Words::label('value.no_universe', 'Other companies are not computed for this day yet.')]
                : (new JustifiedMultiple($of->universe))->of($of->scope->company->id, self::multiple($of));
    }
}
