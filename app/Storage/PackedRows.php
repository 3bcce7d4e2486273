<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use PDO;

/**
 * The rows of a company or listing as columns. A refresh keeps them packed, whole numbers in four bytes and others in eight, which
 * is read several times faster than thousands of rows; where they are not packed, or not any more, the rows themselves are read.
 */
final class PackedRows
{
    /** Whose rows, which columns in which order, and the type of each column: i a whole number, f a number, t a text. */
    private const SOURCES = [
        'bars' => ['listing_id', 'day, high, low, close, volume', 'day', 'iffff'],
        'facts' => ['company_id', 'line, period, value, filing_id', 'id', 'tifi'],
        'estimates' => ['company_id', 'line, period, day, mean, deviation, analysts, high, low', 'day, id', 'tiiffiff'],
        'observations' => ['company_id', 'name, day, value', 'name, day, id', 'tif'],
    ];

    private const CODES = ['i' => ['V', 4], 'f' => ['e', 8], 't' => ['v', 2]];

    /** @var array<string, \PDOStatement> */
    private array $statements = [];

    /**
     * @param  key-of<self::SOURCES>  $source
     * @return list<list<mixed>> the columns in the order of the source
     */
    public function columns(string $source, int $owner): array
    {
        [$of, $columns, $order, $types] = self::SOURCES[$source];
        $packed =
            $this->rows(
                'select columns from packed_rows where '
                    ."source = '{$source}' and owner = ? and size = (select count(*) from {$source} where {$of} = ?)",
                [$owner, $owner],
            )[0][0] ?? null;
        if (is_string($packed)) {
            return self::unpack($packed, $types);
        }
        $rows = $this->rows("select {$columns} from {$source} where {$of} = ? order by {$order}", [$owner]);

        return array_map(static fn (int $i): array => array_column($rows, $i), range(0, strlen($types) - 1));
    }

    /**
     * Packs what is not packed yet.
     *
     * @param  array<key-of<self::SOURCES>, list<int>>  $owners  by source
     */
    public function keep(array $owners): void
    {
        // Rows are read and kept in one transaction, so that nobody changes them in between.
        DB::transaction(function () use ($owners): void {
            $put = null;
            foreach ($owners as $source => $ids) {
                $of = self::SOURCES[$source][0];
                DB::table('packed_rows')
                    ->where('source', $source)
                    ->whereIn('owner', $ids)
                    ->whereRaw("size <> (select count(*) from {$source} where {$of} = owner)")
                    ->delete();
                $kept = DB::table('packed_rows')->where('source', $source)->whereIn('owner', $ids)->pluck('owner', 'owner');
                foreach ($ids as $owner) {
                    if (! isset($kept[$owner])) {
                        // Prepared anew for each transaction: one that was refused cannot be bound again.
                        $put ??= DB::getPdo()->prepare(
                            'insert into packed_rows (source, owner, size, columns) values (?, ?, ?, ?) on conflict (source, owner) '
                                .'do update set size = excluded.size, columns = excluded.columns',
                        );
                        self::put($put, $source, $owner, $this->columns($source, $owner));
                    }
                }
            }
        }, 3);
    }

    /**
     * Puts rows that were just added at the end of those that are packed, which takes no reading of the rows before them. Where the
     * packed ones are not all there were, they are packed anew when they are next read.
     *
     * @param  'bars'  $source  one without texts
     * @param  array<int, list<list<int|float>>>  $added  rows by owner, later than all there are
     */
    public function append(string $source, array $added): void
    {
        [, , , $types] = self::SOURCES[$source];
        $read = DB::getPdo()->prepare("select size, columns from packed_rows where source = '{$source}' and owner = ?");
        $write = DB::getPdo()->prepare("update packed_rows set size = ?, columns = ? where source = '{$source}' and owner = ?");
        foreach ($added as $owner => $rows) {
            $read->execute([$owner]);
            $kept = $read->fetch(PDO::FETCH_NUM);
            if ($kept === false) {
                continue;
            }
            $old = is_resource($kept[1]) ? (string) stream_get_contents($kept[1]) : (string) $kept[1];
            $size = (int) $kept[0];
            $packed = pack('V', $size + count($rows));
            $at = 4;
            for ($i = 0; $i < strlen($types); $i++) {
                [$code, $bytes] = self::CODES[$types[$i]];
                $packed .= substr($old, $at, $size * $bytes).pack($code.'*', ...array_column($rows, $i));
                $at += $size * $bytes;
            }
            $write->bindValue(1, $size + count($rows), PDO::PARAM_INT);
            $write->bindValue(2, $packed, PDO::PARAM_LOB);
            $write->bindValue(3, $owner, PDO::PARAM_INT);
            $write->execute();
        }
    }

    /**
     * @param  key-of<self::SOURCES>  $source
     * @param  list<list<mixed>>  $columns
     */
    private static function put(\PDOStatement $statement, string $source, int $owner, array $columns): void
    {
        $statement->bindValue(1, $source);
        $statement->bindValue(2, $owner, PDO::PARAM_INT);
        $statement->bindValue(3, count($columns[0]), PDO::PARAM_INT);
        $statement->bindValue(4, self::pack($columns, self::SOURCES[$source][3]), PDO::PARAM_LOB);
        $statement->execute();
    }

    /** @param  list<list<mixed>>  $columns */
    private static function pack(array $columns, string $types): string
    {
        $packed = pack('V', count($columns[0]));
        foreach ($columns as $i => $column) {
            if ($types[$i] === 't') {
                $words = array_values(array_unique($column));
                $text = implode("\n", $words);
                $places = array_flip($words);
                $packed .= pack('V', strlen($text)).$text;
                $column = array_map(static fn (string $word): int => $places[$word], $column);
            }
            $packed .= $column === [] ? '' : pack(self::CODES[$types[$i]][0].'*', ...$column);
        }

        return $packed;
    }

    /** @return list<list<mixed>> */
    private static function unpack(string $packed, string $types): array
    {
        $number = static fn (int $at): int => (unpack('V', $packed, $at) ?: [1 => 0])[1];
        $count = $number(0);
        $at = 4;
        $columns = [];
        for ($i = 0; $i < strlen($types); $i++) {
            $words = [];
            if ($types[$i] === 't') {
                $length = $number($at);
                $words = explode("\n", substr($packed, $at + 4, $length));
                $at += 4 + $length;
            }
            [$code, $bytes] = self::CODES[$types[$i]];
            $column = $count === 0 ? [] : array_values(unpack($code.$count, $packed, $at) ?: []);
            $at += $count * $bytes;
            if ($types[$i] === 't') {
                foreach ($column as $row => $place) {
                    $column[$row] = $words[$place];
                }
            }
            $columns[] = $column;
        }

        return $columns;
    }

    /**
     * @param  list<string|int>  $parameters
     * @return list<list<mixed>>
     */
    private function rows(string $query, array $parameters): array
    {
        $statement = $this->statement($query);
        $statement->execute($parameters);

        return $statement->fetchAll(PDO::FETCH_NUM);
    }

    private function statement(string $query): \PDOStatement
    {
        $connection = DB::connection()->getPdo();

        return $this->statements[spl_object_id($connection).$query] ??= $connection->prepare($query);
    }
}
