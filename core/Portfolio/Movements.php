<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\Ledger;
use Logion\Portfolio\Ledger\LedgerEntry;

/** What moved in the ledger of a currency: how much was held and how much money there was from which day on, and what each step did. */
final readonly class Movements
{
    /**
     * @param  array<string, list<array{int, float}>>  $quantities  by security: day YYYYMMDD and what was held from its end on
     * @param  list<array{int, float}>  $cash  likewise
     * @param  list<array{day: int, security: string, money: float, paidIn: float, units: float, given: array{string, float}|null}>  $steps
     *     by day: what the cash changed by, how much of that came from outside, units that came or went by transfer, and what a security
     *     gave its holders of another
     */
    private function __construct(public array $quantities, public array $cash, public array $steps)
    {
    }

    /** @param  array<int, LedgerEntry>  $entries  by row */
    public static function of(Ledger $ledger, array $entries): self
    {
        $quantities = $cash = $steps = $last = [];
        $money = $contributed = 0.0;
        foreach ($ledger->steps as $step) {
            $entry = $entries[$step->row];
            $isTransfer = $entry->type === EntryType::TransferIn || $entry->type === EntryType::TransferOut;
            $new = $entry->type === EntryType::SpinOff ? $entry->newSecurity : null;
            $steps[] = [
                'day' => $step->day,
                'security' => $entry->security,
                'money' => $step->cash - $money,
                'paidIn' => $step->contributed - $contributed,
                'units' => $isTransfer ? ($step->quantities[$entry->security] ?? 0.0) - ($last[$entry->security] ?? 0.0) : 0.0,
                'given' => $new === null ? null : [$new, ($step->quantities[$new] ?? 0.0) - ($last[$new] ?? 0.0)],
            ];
            foreach ($step->quantities as $security => $quantity) {
                $quantities[$security][] = [$step->day, $quantity];
                $last[$security] = $quantity;
            }
            $cash[] = [$step->day, $step->cash];
            [$money, $contributed] = [$step->cash, $step->contributed];
        }

        return new self($quantities, $cash, $steps);
    }

    /**
     * The last figure up to a day.
     *
     * @param  list<array{int, float}>  $steps
     */
    public static function at(array $steps, int $day): float
    {
        $figure = 0.0;
        foreach ($steps as [$on, $of]) {
            if ($on > $day) {
                break;
            }
            $figure = $of;
        }

        return $figure;
    }
}
