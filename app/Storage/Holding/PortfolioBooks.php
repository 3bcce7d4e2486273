<?php

declare(strict_types=1);

namespace App\Storage\Holding;

use App\Models\Blob;
use App\Models\Portfolio;
use App\Storage\Identity\Identities;
use Illuminate\Support\Facades\DB;
use Logion\Portfolio\Holdings;
use Logion\Portfolio\Ledger\CostMethod;
use Logion\Portfolio\Ledger\CurrencyLedgers;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\Ledger;
use Logion\Portfolio\Ledger\LedgerEntry;
use Logion\Portfolio\Ledger\Oversold;
use Logion\Portfolio\Movements;
use PDO;

/** Makes the accounts of a portfolio of its transactions; those of all transactions are kept until one changes. */
final class PortfolioBooks
{
    /** How a book is kept: one of another form is made anew. */
    private const FORM = 3;

    private const COLUMNS = 'id, day, type, security_id, instrument_id, new_security_id, new_instrument_id, currency, to_currency, quantity,
        price, amount, fee, tax, cost, ratio, cost_share, to_amount, acquired, lots';

    /** @throws Oversold if more is sold than is held; its row is the number of the transaction */
    public function of(Portfolio $portfolio, int $day): PortfolioBook
    {
        $kept = $this->kept($portfolio, $day);

        return $kept === null ? self::book(...$this->accounts($portfolio, $day)) : igbinary_unserialize($kept[1]);
    }

    /**
     * What is held on a day, without the rest of the book, which is long.
     *
     * @return list<string> keys
     *
     * @throws Oversold
     */
    public function held(Portfolio $portfolio, int $day): array
    {
        return $this->kept($portfolio, $day)[0] ?? self::heldIn(self::book(...$this->accounts($portfolio, $day)));
    }

    /** @return array{list<string>, string}|null what is held, and the book, packed */
    private function kept(Portfolio $portfolio, int $day): ?array
    {
        $kept = DB::table('portfolio_books')
            ->where('portfolio_id', $portfolio->id)
            ->where('state', self::state($portfolio, $day))
            ->value('book');

        return $kept === null ? null : igbinary_unserialize((string) $kept);
    }

    /** @return list<string> */
    private static function heldIn(PortfolioBook $book): array
    {
        return array_map(strval(...), array_keys($book->holdings->held));
    }

    /**
     * Looks whether all transactions hold together, whatever their day, and keeps what they come to.
     *
     * @throws Oversold
     */
    public function keep(Portfolio $portfolio): void
    {
        $book = self::book(...$this->accounts($portfolio, Identities::LATEST));
        DB::table('portfolio_books')->upsert(
            [
                'portfolio_id' => $portfolio->id,
                'state' => self::state($portfolio, Identities::LATEST),
                'book' => Blob::bound((string) igbinary_serialize([self::heldIn($book), igbinary_serialize($book)])),
            ],
            ['portfolio_id'],
        );
    }

    /**
     * The transactions up to a day, by their number, and the accounts they make.
     *
     * @return array{array<int, LedgerEntry>, CurrencyLedgers}
     *
     * @throws Oversold
     */
    public function accounts(Portfolio $portfolio, int $through): array
    {
        $multipliers = DB::table('instruments')->where('user_id', $portfolio->user_id)->pluck('multiplier', 'id')->all();
        $rows = DB::connection()
            ->getPdo()
            ->prepare(
                'select '.
                    self::COLUMNS.
                    ' from portfolio_entries where portfolio_id = ? and deleted_at is null and day <= ? order by day, id',
            );
        $rows->execute([$portfolio->id, $through]);
        $entries = [];
        foreach ($rows->fetchAll(PDO::FETCH_ASSOC) as $row) {
            $instrument = $row['instrument_id'] === null ? null : (int) $row['instrument_id'];
            $security = Held::keyOf(self::number($row['security_id']), $instrument);
            $new = Held::keyOf(self::number($row['new_security_id']), self::number($row['new_instrument_id']));
            $entries[(int) $row['id']] = LedgerEntry::of((int) $row['day'], EntryType::from($row['type']), [
                ...$row,
                'security' => $security,
                'new_security' => $new,
                'lots' => $row['lots'] === null ? [] : json_decode($row['lots'], true),
                'multiplier' => $instrument === null || ($multipliers[$instrument] ?? '1') === '1' ? null : $multipliers[$instrument],
            ]);
        }

        return [$entries, CurrencyLedgers::of($entries, CostMethod::from($portfolio->cost_method))];
    }

    /** What the transactions up to a day are told from others by; shares that were merged have another number. */
    private static function state(Portfolio $portfolio, int $day): string
    {
        $of = DB::table('portfolio_entries')
            ->where('portfolio_id', $portfolio->id)
            ->whereNull('deleted_at')
            ->where('day', '<=', $day)
            ->selectRaw('count(*) as n, max(id) as last, sum(security_id) as securities, sum(new_security_id) as others')
            ->first();

        return implode(':', [self::FORM, $portfolio->revision, ...array_values((array) $of)]);
    }

    /** @param  array<int, LedgerEntry>  $entries */
    private static function book(array $entries, CurrencyLedgers $accounts): PortfolioBook
    {
        $securities = [];
        foreach ($entries as $entry) {
            $securities[$entry->security] = $securities[$entry->newSecurity] = true;
        }
        unset($securities['']);

        return new PortfolioBook(
            Holdings::of($accounts, $entries),
            array_map(static fn (Ledger $ledger): Movements => Movements::of($ledger, $entries), $accounts->ledgers),
            array_map(strval(...), array_keys($securities)),
        );
    }

    private static function number(mixed $id): ?int
    {
        return $id === null ? null : (int) $id;
    }
}
