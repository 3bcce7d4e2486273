<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ReplacedRow;
use Closure;
use Illuminate\Support\Facades\DB;
use PDO;

/**
 * Bars of a file on their way into an SQLite database, which one process at a time can write to. They are laid down in a table of this
 * connection alone, which keeps nobody from writing. Where they become many they go among the stored ones as they are read, some at a time
 * and seen by nobody; only those that take a stored one's place stay apart. In the end all are seen at once. One file at a time lays its
 * bars among the stored.
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

    private ?LifeLock $turn = null;

    /** Rows in the table of this connection. */
    private int $spooled = 0;

    private bool $lays = false;

    private bool $isWriting = false;

    /** @var array<int, true> listings with new bars */
    private array $listings = [];

    /**
     * @param  Closure(): void  $waits  called again and again while another file lays its bars
     * @param  Closure(): bool  $isCurrent  whether the stored data are those the file is compared with
     */
    public function __construct(private readonly int $import, private readonly Closure $waits, private readonly Closure $isCurrent)
    {
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

    /** A stored bar makes room for one that is told next. */
    public function replace(int $listing, int $day): void
    {
        $this->replace->execute([$listing, $day]);
    }

    /**
     * A bar is told.
     *
     * @return bool whether it goes among the stored ones
     */
    public function takes(int $listing, bool $replaces): bool
    {
        $this->listings[$listing] = true;
        if (! $this->lays || $replaces) {
            $this->spooled++;

            return false;
        }
        if (! $this->isWriting) {
            DB::beginTransaction();
            $this->isWriting = true;
        }

        return true;
    }

    /**
     * Some bars are told: others may write before more are.
     *
     * @throws OvertakenImport if others changed the stored data before this file could begin to lay its bars among them
     */
    public function rest(): void
    {
        $this->commit();
        if (! $this->lays && $this->spooled > config('logion.prices_at_once')) {
            $this->awaitTurn();
            DB::transaction(function (): void {
                DB::table('unsettled_imports')->insert(['import_id' => $this->import]);
                $new = ' from temp.'.self::TABLE.' as spooled where not exists (select 1 from temp.'.self::REPLACED.
                    ' as replaced where replaced.listing_id = spooled.listing_id and replaced.day = spooled.day)';
                $this->pdo->exec('insert into bars ('.self::COLUMNS.') select '.self::COLUMNS."{$new} order by listing_id, day");
                $this->pdo->exec("delete{$new}");
            });
            $this->lays = true;
        }
    }

    /** @throws OvertakenImport if others changed the stored data meanwhile */
    public function awaitTurn(): void
    {
        while ($this->turn === null && ($this->turn = LifeLock::tryFor(self::TURN)) === null) {
            ($this->waits)();
            usleep(self::PAUSE);
        }
        $this->lays || self::takeAwayUnsettled();
        ($this->isCurrent)() || throw new OvertakenImport();
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
        foreach (array_chunk(array_keys($this->listings), 500) as $listings) {
            DB::table('packed_rows')->where('source', 'bars')->whereIn('owner', $listings)->delete();
        }
        $this->pdo->exec(
            'insert into bars ('.self::COLUMNS.') select '.self::COLUMNS.' from temp.'.self::TABLE.' order by listing_id, day',
        );
        DB::table('unsettled_imports')->where('import_id', $this->import)->delete();
    }

    /** What is not settled goes. A worker lives on, and so would what it has laid down. */
    public function end(): void
    {
        if ($this->isWriting) {
            DB::rollBack();
            $this->isWriting = false;
        }
        if ($this->turn !== null) {
            self::takeAwayUnsettled();
            $this->turn->release();
        }
        $this->replace->closeCursor();
        $this->clear();
    }

    private function commit(): void
    {
        if ($this->isWriting) {
            DB::commit();
            $this->isWriting = false;
        }
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
