<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\LedgerEntry;
use Logion\Time\Day;

/**
 * Corporate actions of a security that is held which the portfolio does not show yet: dividends paid, splits, rights and shares of
 * others that came to it, and shares taken over or delisted. What stands within some days of one is taken to be it.
 *
 * @phpstan-type Proposal array{type: EntryType, day: int, event: int, quantity: float, amount: ?float, ratio: ?float, price: ?float,
 *     share: ?float, came: 'rights'|'spin_off'|null}
 */
final class CorporateActionProposals
{
    /** A payment may be booked so many days from the day on which it is paid, or on its ex-date. */
    private const DAYS_APART = 12;

    /** Rights are taken up or sold within so many days. */
    private const DAYS_TO_TAKE_UP = 30;

    /**
     * @param  list<LedgerEntry>  $entries  of this security, in the order of days
     * @param  list<array{ex: int, paid: int, amount: float}>  $dividends  a share, in its currency
     * @param  list<array{int, float}>  $splits  ex-day and new shares for each old one
     * @param  array{day: int, price: ?float}|null  $end  of its listing, and what was paid for a share where that is known
     * @param  list<array{kind: 'rights'|'spin_off', ex: int, ratio: float}>  $given  what came to its holders: the price before over what
     *     it was worth after
     * @return list<Proposal> by day; the event is the ex-day. What came is one unit for each share held, with the share of the price
     *     before, and so of what was paid, that went with it: the theoretical value of a right, or of what was spun off
     */
    public static function of(array $entries, array $dividends, array $splits, ?array $end, int $asOf, array $given = []): array
    {
        $proposals = [];
        $proposed = [];
        foreach ($splits as [$ex, $ratio]) {
            $held = self::heldBefore($entries, $ex, $proposed);
            if ($ex <= $asOf && $held > 0 && ! self::has($entries, EntryType::Split, $ex, $ex)) {
                $proposals[] = self::proposal(EntryType::Split, $ex, $ex, $held, ratio: $ratio);
                $proposed[] = [$ex, $ratio];
            }
        }
        foreach ($dividends as ['ex' => $ex, 'paid' => $paid, 'amount' => $amount]) {
            $held = self::heldBefore($entries, $ex, $proposed);
            if ($paid <= $asOf && $held > 0 && ! self::has($entries, EntryType::Dividend, $ex, $paid)) {
                $proposals[] = self::proposal(EntryType::Dividend, $paid, $ex, $held, amount: $held * $amount);
            }
        }
        foreach ($given as ['kind' => $kind, 'ex' => $ex, 'ratio' => $ratio]) {
            $held = $ex > $asOf || $ratio <= 1 ? 0.0 : self::heldBefore($entries, $ex, $proposed);
            if ($held > 0 && ! self::isTakenCareOf($entries, $kind, $ex)) {
                $proposals[] = self::proposal(EntryType::SpinOff, $ex, $ex, $held, ratio: 1.0, share: 1 - 1 / $ratio, came: $kind);
            }
        }
        $held = $end === null || $end['day'] > $asOf ? 0.0 : self::heldBefore($entries, 99991231, $proposed);
        if ($end !== null && $held > 0) {
            $proposals[] = self::proposal(EntryType::Sell, $end['day'], $end['day'], $held, price: $end['price']);
        }
        usort($proposals, static fn (array $a, array $b): int => $a['day'] <=> $b['day']);

        return $proposals;
    }

    /**
     * Whether something stands near: of rights, shares that were bought with them or what they were sold for as well.
     *
     * @param  list<LedgerEntry>  $entries
     * @param  'rights'|'spin_off'  $kind
     */
    private static function isTakenCareOf(array $entries, string $kind, int $ex): bool
    {
        $types = $kind === 'spin_off' ? [EntryType::SpinOff] : [EntryType::SpinOff, EntryType::Buy, EntryType::Dividend];
        foreach ($types as $type) {
            if (self::has($entries, $type, $ex, Day::plus($ex, self::DAYS_TO_TAKE_UP))) {
                return true;
            }
        }

        return false;
    }

    /**
     * What was held when the day began.
     *
     * @param  list<LedgerEntry>  $entries
     * @param  list<array{int, float}>  $splits  that are not entered
     */
    private static function heldBefore(array $entries, int $day, array $splits): float
    {
        $held = 0.0;
        $due = $splits;
        foreach ($entries as $of) {
            if ($of->day >= $day) {
                break;
            }
            while ($due !== [] && $due[0][0] <= $of->day) {
                $held *= array_shift($due)[1];
            }
            $quantity = $of->quantity?->toFloat() ?? 0.0;
            $held = match ($of->type) {
                EntryType::Buy, EntryType::TransferIn => $held + $quantity,
                EntryType::Sell, EntryType::TransferOut => $held - $quantity,
                EntryType::Split => $held * ($of->ratio?->toFloat() ?? 1.0),
                default => $held,
            };
        }
        foreach ($due as [$ex, $ratio]) {
            $held *= $ex < $day ? $ratio : 1.0;
        }

        return $held > 1e-9 ? $held : 0.0;
    }

    /** @param  list<LedgerEntry>  $entries */
    private static function has(array $entries, EntryType $type, int $from, int $to): bool
    {
        foreach ($entries as $of) {
            if ($of->type === $type && $of->day >= Day::plus($from, -self::DAYS_APART) && $of->day <= Day::plus($to, self::DAYS_APART)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  'rights'|'spin_off'|null  $came
     * @return Proposal
     */
    private static function proposal(
        EntryType $type,
        int $day,
        int $event,
        float $quantity,
        ?float $amount = null,
        ?float $ratio = null,
        ?float $price = null,
        ?float $share = null,
        ?string $came = null,
    ): array {
        return compact('type', 'day', 'event', 'quantity', 'amount', 'ratio', 'price', 'share', 'came');
    }
}
