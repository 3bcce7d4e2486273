<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ReplacedRow;
use Illuminate\Support\Facades\DB;

/**
 * Bars of a file on their way into an SQLite database, which one process at a time can write to: while the file is read and compared
 * they are laid down in a table of this connection alone, which keeps nobody from writing, and then moved in a fraction of the time.
 */
final class SpooledBars
{
    public const TABLE = 'spooled_bars';

    private const COLUMNS = 'listing_id, day, open, high, low, close, volume, import_id';

    private const TRIGGER = 'bars_unpacked_by_insert';

    private const REPLACED = 'spooled_replaced';

    private readonly \PDOStatement $replace;

    public function __construct()
    {
        $pdo = DB::connection()->getPdo();
        self::clear();
        $pdo->exec(
            'create temp table '.self::TABLE.' (listing_id integer not null, day integer not null, open real, high real not null, '.
                'low real not null, close real not null, volume real not null, import_id integer, primary key (listing_id, day)) '.
                'without rowid',
        );
        $pdo->exec('create temp table '.self::REPLACED.' (listing_id integer not null, day integer not null)');
        $this->replace = $pdo->prepare('insert into temp.'.self::REPLACED.' values (?, ?)');
    }

    private static function clear(): void
    {
        foreach ([self::TABLE, self::REPLACED] as $table) {
            DB::connection()->getPdo()->exec("drop table if exists temp.{$table}");
        }
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

    /** Within a transaction, and while the stored bars are those the file was compared with. */
    public function move(int $import): void
    {
        $pdo = DB::connection()->getPdo();
        $stored = $pdo->query(
            'select '.self::COLUMNS.' from bars join temp.'.self::REPLACED.' using (listing_id, day)',
            \PDO::FETCH_ASSOC,
        );
        foreach ($stored ?: [] as $row) {
            ReplacedRow::keep($import, 'bars', $row);
        }
        $pdo->exec('delete from bars where (listing_id, day) in (select listing_id, day from temp.'.self::REPLACED.')');
        // What is packed of their listings is forgotten once, and not looked for anew with each of millions of rows.
        $pdo->exec(
            "delete from packed_rows where source = 'bars' and owner in (select distinct listing_id from temp.".self::TABLE.')',
        );
        $trigger = (string) $pdo->query("select sql from sqlite_master where name = '".self::TRIGGER."'")?->fetchColumn();
        $trigger === '' || $pdo->exec('drop trigger '.self::TRIGGER);
        $pdo->exec(
            'insert into bars ('.self::COLUMNS.') select '.self::COLUMNS.' from temp.'.self::TABLE.' order by listing_id, day',
        );
        $trigger === '' || $pdo->exec($trigger);
        // A worker lives on, and so would what it has laid down.
        $this->replace->closeCursor();
        self::clear();
    }
}
