<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ReplacedRow;
use Closure;
use Illuminate\Support\Facades\DB;
use PDO;

/**
 * Bars of a file on their way into an SQLite database, which one process at a time can write to. While the file is read and compared they
 * are laid down in a table of this connection alone, which keeps nobody from writing; then, where they are many, among the stored ones,
 * some at a time and seen by nobody; then all are seen at once. One file at a time takes these last steps.
 */
final class SpooledBars
{
    public const TABLE = 'spooled_bars';

    private const COLUMNS = 'listing_id, day, open, high, low, close, volume, import_id';

    private const REPLACED = 'spooled_replaced';

    /** Microseconds: who waits to write tries every tenth of a second at least. */
    private const PAUSE = 120_000;

    private const TURN = 'bars on their way';

    private readonly \PDOStatement $replace;

    private readonly PDO $pdo;

    /** Rows written in one transaction. */
    private readonly int $together;

    private ?LifeLock $turn = null;

    private bool $areLaid = false;

    public function __construct(private readonly int $import)
    {
        $this->together = config('logion.prices_at_once');
        $this->pdo = DB::connection()->getPdo();
        $this->clear();
        $figures = 'open real, high real, low real, close real, volume real, import_id integer, ';
        foreach ([self::TABLE => $figures, self::REPLACED => ''] as $table => $of) {
            $this->pdo->exec(
                "create temp table {$table} (listing_id integer not null, day integer not null, {$of}primary key (listing_id, day)) ".
                    'without rowid',
            );
        }
        $this->replace = $this->pdo->prepare('insert or ignore into temp.'.self::REPLACED.' values (?, ?)');
    }

    /** Whether the database makes others wait for who writes. */
    public static function areOfUse(): bool
    {
        return DB::connection()->getDriverName() === 'sqlite';
    }

    /** A stored bar makes room for one that is laid down. */
    public function replace(int $listing, int $day): void
    {
        $this->replace->execute([$listing, $day]);
    }

    /** @param  Closure(): void  $waits  called again and again while another file is at its last steps */
    public function awaitTurn(Closure $waits): void
    {
        while (($this->turn = LifeLock::tryFor(self::TURN)) === null) {
            $waits();
            usleep(self::PAUSE);
        }
        self::takeAwayUnsettled();
    }

    /** Lays down among the stored bars, unseen, what takes no other's place, where it is much; outside of a transaction. */
    public function lay(): void
    {
        if ((int) $this->pdo->query('select count(*) from temp.'.self::TABLE)?->fetchColumn() <= $this->together) {
            return;
        }
        DB::table('unsettled_imports')->insert(['import_id' => $this->import]);
        $end = $this->pdo->prepare(
            'select listing_id, day from temp.'.self::TABLE.' where (listing_id, day) > (?, ?) order by listing_id, day limit 1 offset ?',
        );
        $move = $this->pdo->prepare(
            self::insert('where (listing_id, day) > (?, ?) and (listing_id, day) <= (?, ?) and not exists (select 1 from temp.'.
                self::REPLACED.' as replaced where replaced.listing_id = spooled.listing_id and replaced.day = spooled.day)'),
        );
        $last = [PHP_INT_MAX, 0];
        for ($from = [0, 0]; $from !== $last; $from = $to) {
            $end->execute([...$from, $this->together - 1]);
            $to = $end->fetch(PDO::FETCH_NUM) ?: $last;
            $end->closeCursor();
            $move->execute([...$from, ...$to]);
            usleep(self::PAUSE);
        }
        $this->areLaid = true;
    }

    /** Everybody sees them. Within a transaction, and while the stored bars are those the file was compared with. */
    public function settle(): void
    {
        $replaced = '(select listing_id, day from temp.'.self::REPLACED.')';
        $stored = $this->pdo->query('select '.self::COLUMNS." from bars where (listing_id, day) in {$replaced}", PDO::FETCH_ASSOC);
        foreach ($stored ?: [] as $row) {
            ReplacedRow::keep($this->import, 'bars', $row);
        }
        $this->pdo->exec("delete from bars where (listing_id, day) in {$replaced}");
        // What is packed of their listings is forgotten once, and not looked for anew with each of many rows.
        $this->pdo->exec(
            "delete from packed_rows where source = 'bars' and owner in (select distinct listing_id from temp.".self::TABLE.')',
        );
        $this->pdo->exec(self::insert($this->areLaid ? "where (listing_id, day) in {$replaced}" : ''));
        DB::table('unsettled_imports')->where('import_id', $this->import)->delete();
    }

    private static function insert(string $where): string
    {
        return 'insert into bars ('.self::COLUMNS.') select '.self::COLUMNS.' from temp.'.self::TABLE." as spooled {$where} ".
            'order by listing_id, day';
    }

    /** What is not settled goes. A worker lives on, and so would what it has laid down. */
    public function end(): void
    {
        if ($this->turn !== null) {
            self::takeAwayUnsettled();
            $this->turn->release();
        }
        $this->replace->closeCursor();
        $this->clear();
    }

    private function clear(): void
    {
        foreach ([self::TABLE, self::REPLACED] as $table) {
            $this->pdo->exec("drop table if exists temp.{$table}");
        }
    }

    /** What a process left that died at its last steps goes. */
    public static function forgetDead(): void
    {
        $turn = DB::table('unsettled_imports')->exists() ? LifeLock::tryFor(self::TURN) : null;
        if ($turn !== null) {
            self::takeAwayUnsettled();
            $turn->release();
        }
    }

    /** Listing by listing, each in a transaction of its own. */
    private static function takeAwayUnsettled(): void
    {
        if (DB::table('unsettled_imports')->doesntExist()) {
            return;
        }
        $taken = 0;
        $delete = DB::connection()
            ->getPdo()
            ->prepare('delete from bars where listing_id = ? and import_id in (select import_id from unsettled_imports)');
        foreach (DB::table('listings')->pluck('id') as $listing) {
            $delete->execute([$listing]);
            $taken += $delete->rowCount();
            if ($taken >= config('logion.prices_at_once')) {
                usleep(self::PAUSE);
                $taken = 0;
            }
        }
        DB::table('unsettled_imports')->delete();
    }
}
