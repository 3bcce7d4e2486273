<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ReplacedRow;
use Illuminate\Support\Facades\DB;
use PDOStatement;

/** Daily bars compared and written by the million: prepared once and many a statement, six seconds instead of forty. */
final class BarWriter
{
    private readonly ?BulkInsert $insert;

    /** Into the stored bars, where others are laid down apart. */
    private readonly ?BulkInsert $direct;

    private readonly PDOStatement $select;

    private readonly ?PDOStatement $selectSpooled;

    private readonly PDOStatement $delete;

    /** Whether the next bar takes the place of a stored one. */
    private bool $replaces = false;

    /**
     * @param  int|null  $import  that writes; null only reads
     * @param  SpooledBars|null  $spool  where bars are laid down instead of written
     */
    public function __construct(private readonly ?int $import, private readonly ?SpooledBars $spool = null)
    {
        $columns = ['listing_id', 'day', 'open', 'high', 'low', 'close', 'volume', 'import_id'];
        $this->insert = $import === null ? null : new BulkInsert($spool === null ? 'bars' : SpooledBars::TABLE, $columns);
        $this->direct = $spool === null ? null : new BulkInsert('bars', $columns);
        $pdo = DB::connection()->getPdo();
        $select = static fn (string $from): string => 'select day, open, high, low, close, volume, import_id '.
            "from {$from} where listing_id = ? and day between ? and ?";
        $own = $import === null ? '' : " or bars.import_id = {$import}";
        $this->select = $pdo->prepare($select('bars').' and ('.SeenBars::SQL."{$own})");
        $this->selectSpooled = $spool === null ? null : $pdo->prepare($select(SpooledBars::TABLE));
        $this->delete = $pdo->prepare('delete from bars where listing_id = ? and day = ?');
    }

    /** @return array<int, array{open: ?float, high: float, low: float, close: float, volume: float, import: ?int}> by day */
    public function stored(int $listing, int $from, int $to): array
    {
        $stored = [];
        // What this file has told of a day before stands for what was stored.
        foreach (array_filter([$this->select, $this->selectSpooled]) as $select) {
            $select->execute([$listing, $from, $to]);
            while ($row = $select->fetch(\PDO::FETCH_NUM)) {
                $stored[(int) $row[0]] = [
                    'open' => $row[1] === null ? null : (float) $row[1],
                    'high' => (float) $row[2],
                    'low' => (float) $row[3],
                    'close' => (float) $row[4],
                    'volume' => (float) $row[5],
                    'import' => $row[6] === null ? null : (int) $row[6],
                ];
            }
        }

        return $stored;
    }

    /** @return array{int, float}|null day and close of the last bar before a day */
    public function before(int $listing, int $day): ?array
    {
        return $this->beside('day < ? order by day desc', $listing, $day);
    }

    /** @return array{int, float}|null day and close of the first bar after a day */
    public function after(int $listing, int $day): ?array
    {
        return $this->beside('day > ? order by day', $listing, $day);
    }

    /** @return array{int, float}|null */
    private function beside(string $which, int $listing, int $day): ?array
    {
        $select = DB::connection()
            ->getPdo()
            ->prepare('select day, close from bars where '.SeenBars::SQL." and listing_id = ? and {$which} limit 1");
        $select->execute([$listing, $day]);
        $row = $select->fetch(\PDO::FETCH_NUM);

        return $row === false ? null : [(int) $row[0], (float) $row[1]];
    }

    /**
     * Takes a stored bar out of the way and keeps it for undo.
     *
     * @param  array{open: ?float, high: float, low: float, close: float, volume: float, import: ?int}  $known
     */
    public function replace(int $listing, int $day, array $known): void
    {
        if ($this->import === null) {
            return;
        }
        if ($this->spool !== null) {
            $this->spool->replace($listing, $day);
            $this->replaces = true;

            return;
        }
        ['import' => $import] = $known;
        unset($known['import']);
        ReplacedRow::keep($this->import, 'bars', ['listing_id' => $listing, 'day' => $day, ...$known, 'import_id' => $import]);
        $this->delete->execute([$listing, $day]);
    }

    /** Figures as the file writes them: to make a text of a number again takes longer than to store it. */
    public function add(
        int $listing,
        int $day,
        float|string|null $open,
        float|string $high,
        float|string $low,
        float|string $close,
        float|string|int $volume,
    ): void {
        $into = $this->spool?->takes($listing, $this->replaces) === true ? $this->direct : $this->insert;
        $into?->add($listing, $day, $open, $high, $low, $close, $volume, $this->import);
        $this->replaces = false;
    }

    public function flush(): void
    {
        $this->insert?->flush();
        $this->direct?->flush();
        $this->spool?->rest();
    }
}
