<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Metric\Catalogue;
use Logion\Multiple\Multiple;
use Logion\Multiple\MultipleRange;
use Logion\Reporting\ReportingModel;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** A multiple that is paid for peers, was paid for the company itself, or was paid for companies that changed hands, on its own figure. */
final class PaidMultiple implements ValueMethod
{
    public const PEERS = 'peers';

    public const OWN = 'own';

    public const TRANSACTIONS = 'transactions';

    private const YEARS_BACK = 10;

    /** Above it a multiple is that of hardly any earnings. */
    private const CAP = 100.0;

    /** Fewer multiples than these are no range. */
    private const FEWEST = 3;

    /** Of the whole company, lenders included. */
    private const OF_ENTERPRISE = ['ev_to_sales', 'ev_to_ebitda', 'ev_to_ebit'];

    /** Multiples of what a good year swells. */
    private const OF_EARNINGS = ['price_to_earnings', 'ev_to_ebitda', 'ev_to_ebit'];

    /**
     * @param  self::PEERS|self::OWN|self::TRANSACTIONS  $whose
     * @param  list<ReportingModel>  $kinds  of business that are compared by it
     */
    public function __construct(private readonly string $whose, private readonly string $metric, private readonly array $kinds)
    {
    }

    public function key(): string
    {
        return "{$this->whose}_{$this->metric}";
    }

    public function label(): string
    {
        $label = Catalogue::builtIn()->label($this->metric);

        return match ($this->whose) {
            self::PEERS => Words::label('value.of_peers', 'Peers: ').$label,
            self::OWN => Words::label('value.of_its_past', 'Own past: ').$label,
            self::TRANSACTIONS => Words::label('value.of_transactions', 'Past transactions: ').$label,
        };
    }

    public function purpose(): string
    {
        return match ($this->whose) {
            self::PEERS => Words::label('value.peers.purpose', 'What is paid today for companies like it; says nothing if all are dear.'),
            self::OWN => Words::label('value.own.purpose', 'What was paid for it before; for companies that are what they were.'),
            self::TRANSACTIONS => Words::label(
                'value.transactions.purpose',
                'What was paid for whole companies, with the premium a buyer pays to have his way.',
            ),
        };
    }

    public function misfit(ValueSubject $of): ?string
    {
        if (! in_array($of->kind(), $this->kinds, true)) {
            return Words::label('value.other_multiple', 'Companies of its kind are compared by other multiples.');
        }
        if ($this->figure($of) === null) {
            return Words::label('value.figure_not_positive', 'What it is a multiple of is not above nothing, so it is not meaningful.');
        }

        if ($this->range($of)->used < self::FEWEST) {
            return Words::label('value.too_few_multiples', 'Fewer than three such multiples are known.');
        }

        return in_array($this->metric, self::OF_EARNINGS, true) ? $of->peak() : null;
    }

    public function inputs(ValueSubject $of): array
    {
        $range = $this->range($of);
        $now = $of->ratio($this->metric);
        $source = match ($this->whose) {
            self::PEERS => Words::label('value.median_peers', 'median of the peers'),
            self::OWN => Words::label('value.own_median', 'median of its ten years'),
            self::TRANSACTIONS => Words::label('value.median_transactions', 'median of past transactions'),
        };
        $multiple = static fn (string $name, string $label, ?float $value): MethodInput => MethodInput::amount(
            $name,
            $label,
            Unit::Times,
            $value,
            $source,
            [Words::label('value.today', 'today') => $now],
        );
        $inputs = [
            $multiple('multiple_low', Words::label('value.in.multiple_low', 'Multiple, lower quarter'), $range->low),
            $multiple('multiple', Words::label('value.in.multiple', 'Multiple'), $range->centre),
            $multiple('multiple_high', Words::label('value.in.multiple_high', 'Multiple, upper quarter'), $range->high),
            MethodInput::amount(
                'figure',
                Words::label('value.in.figure', 'Its figure a share'),
                Unit::MoneyPerShare,
                $this->figure($of),
                Words::label('value.price_by_multiple', 'its price by its own multiple'),
            ),
        ];
        if ($this->isOfEnterprise()) {
            $inputs[] = self::net($of);
        }

        return $inputs;
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $at = static fn (float $multiple): ?float => $in['figure'] <= 0 || $multiple <= 0
            ? null
            : $multiple * $in['figure'] + ($in['net'] ?? 0.0);
        $range = $this->range($of);

        return new Worth($at($in['multiple_low']), $at($in['multiple']), $at($in['multiple_high']), [
            Worth::row(Words::label('value.row.used', 'Multiples that count'), Unit::Count, (float) $range->used),
            Worth::row(Words::label('value.row.left_out', 'Not meaningful, left out'), Unit::Count, (float) $range->leftOut()),
            Worth::row(Words::label('value.row.multiples', 'Multiples'), Unit::Times, $range->multiples),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $net = $this->isOfEnterprise() ? '+{net}' : '';
        $at = static fn (string $multiple): string => "IF(MIN({figure},{{$multiple}})<=0,\"n.m.\",{{$multiple}}*{figure}{$net})";

        return (new LiveSheet())->worth($at('multiple'), $at('multiple_low'), $at('multiple_high'));
    }

    /** What cash adds and lenders take. */
    public static function net(ValueSubject $of): MethodInput
    {
        $net = $of->net();
        $size = max(1.0, abs($net ?? 0.0), $of->price() ?? 0.0);

        return new MethodInput(
            'net',
            Words::label('value.in.net', 'Cash less claims of others a share'),
            Unit::MoneyPerShare,
            $net,
            Words::label('value.balance', 'latest balance sheet'),
            -10 * $size,
            10 * $size,
        );
    }

    private function isOfEnterprise(): bool
    {
        return in_array($this->metric, self::OF_ENTERPRISE, true);
    }

    private function range(ValueSubject $of): MultipleRange
    {
        $multiples = match ($this->whose) {
            self::PEERS => $of->ofPeers($this->metric),
            self::OWN => $of->past($this->metric, self::YEARS_BACK),
            self::TRANSACTIONS => $of->transactions?->of(Multiple::from($this->metric)) ?? [],
        };

        return MultipleRange::ofMultiples(
            array_map(static fn (?float $x): ?float => $x === null || $x <= 0 || $x > self::CAP ? null : $x, $multiples),
        );
    }

    /** What is paid today over its own multiple is what the multiple is of, whatever it is. */
    private function figure(ValueSubject $of): ?float
    {
        $multiple = $of->ratio($this->metric);
        $paid = $of->price() === null ? null : $of->price() - ($this->isOfEnterprise() ? $of->net() ?? 0.0 : 0.0);

        return $multiple === null || $multiple <= 0 || $paid === null || $paid <= 0 ? null : $paid / $multiple;
    }
}
