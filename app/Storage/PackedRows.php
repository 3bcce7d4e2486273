<?php

declare(strict_types=1);

namespace App\Storage;

use Generator;
use Illuminate\Database\Connection;
use Illuminate\Support\Facades\DB;
use PDO;
use PDOStatement;

/**
 * The rows of a company or listing as columns. A refresh keeps them packed, which is read several times faster than thousands of rows;
 * where they are not packed, or not any more, the rows themselves are read. The rows up to some day or number are packed, and the few
 * after it read beside them: to pack all anew each day would write gigabytes.
 */
final class PackedRows
{
    /** Whose rows, which columns in which order, the type of each column: i a whole number, f a number, t a text; and what grows. */
    private const SOURCES = [
        'bars' => ['listing_id', 'day, high, low, close, volume', 'day', 'iffff', 'day'],
        'facts' => ['company_id', 'line, period, value, filing_id', 'id', 'tifi', 'id'],
        'estimates' => ['company_id', 'line, period, day, mean, deviation, analysts, high, low', 'day, id', 'tiiffiff', 'day'],
        'observations' => ['company_id', 'name, day, value', 'day, id', 'tif', 'day'],
    ];

    /** The days of bars are those of other listings. */
    private const SHARED = 'bars';

    /** What of its rows is seen. */
    private const SEEN = ['bars' => ' and '.SeenBars::SQL];

    /** So many rows may stand after those that are packed, and for one owner more than for another, so that not all are due at once. */
    private const LEAST_AFTER = 20;

    private const SPREAD = 40;

    /** Owners that are packed before they are written. */
    private const AT_ONCE = 50;

    /** Lists of days kept at hand. */
    private const DAYS_KEPT = 15;

    /** @var array<string, PDOStatement> */
    private array $statements = [];

    /** @var array<string, list<int>> by what they are packed as */
    private array $days = [];

    /** What was read packed and needs no packing, until it is kept. @var array<string, array<int, true>> by source and owner */
    private array $whole = [];

    /**
     * @param  key-of<self::SOURCES>  $source
     * @param  list<int>|null  $only  positions of the columns wanted, all of them by default
     * @return array<int, list<mixed>> the columns by their position in the order of the source
     */
    public function columns(string $source, int $owner, ?array $only = null): array
    {
        return $this->columnsOf($source, [$owner], $only)[$owner];
    }

    /**
     * Those of many owners, asked for together.
     *
     * @param  key-of<self::SOURCES>  $source
     * @param  non-empty-list<int>  $owners
     * @param  list<int>|null  $only  {@see columns}
     * @return array<int, array<int, list<mixed>>> by owner
     */
    public function columnsOf(string $source, array $owners, ?array $only = null): array
    {
        [$of, $names, $order, $types] = self::SOURCES[$source];
        $columns = $upTo = [];
        foreach ($this->packedOf($source, $owners) as $owner => [$packed, $last]) {
            $columns[$owner] = $this->unpacked($source, $packed, $only);
            $upTo[$owner] = $last;
        }
        $after = $upTo === [] ? [] : $this->afterEach($source, $upTo);
        foreach ($owners as $owner) {
            if (! isset($columns[$owner])) {
                $rows = "select {$names} from {$source} where {$of} = ?".(self::SEEN[$source] ?? '')." order by {$order}";
                $columns[$owner] = self::across($this->rows($rows, [$owner]), $types, $only);

                continue;
            }
            $its = $after[$owner] ?? [];
            if (count($its) <= self::LEAST_AFTER + ($owner % self::SPREAD)) {
                $this->whole[$source][$owner] = true;
            }
            $columns[$owner] = self::with($columns[$owner], $its, $types);
        }

        return $columns;
    }

    /**
     * What is kept of rows, and up to which day or number; null where it is not, or not any more.
     *
     * @param  key-of<self::SOURCES>  $source
     * @return array{string, int}|null
     */
    private function packed(string $source, int $owner): ?array
    {
        return iterator_to_array($this->packedOf($source, [$owner]))[$owner] ?? null;
    }

    /**
     * @param  key-of<self::SOURCES>  $source
     * @param  list<int>  $owners
     * @return Generator<int, array{string, int}> by owner; one after another, as all of them are much to hold
     */
    private function packedOf(string $source, array $owners): Generator
    {
        $statement = $this->asked(
            "select owner, columns, up_to from packed_rows where source = '{$source}' and owner in (".
                implode(', ', array_fill(0, count($owners), '?')).')'.
                (self::isCounted(DB::connection()) ? ' and size = '.self::number($source) : ''),
            $owners,
        );
        try {
            foreach ($statement as [$owner, $columns, $upTo]) {
                yield (int) $owner => [is_resource($columns) ? (string) stream_get_contents($columns) : (string) $columns, (int) $upTo];
            }
        } finally {
            $statement->closeCursor();
        }
    }

    /**
     * @param  key-of<self::SOURCES>  $source
     * @return list<list<mixed>> the rows after those that are packed, up to some day or number
     */
    private function after(string $source, int $owner, int $upTo, int $last): array
    {
        [$of, $columns, $order, , $grows] = self::SOURCES[$source];
        $seen = self::SEEN[$source] ?? '';

        return $this->rows(
            "select {$columns} from {$source} where {$of} = ?{$seen} and {$grows} > ? and {$grows} <= ? order by {$order}",
            [$owner, $upTo, $last],
        );
    }

    /**
     * @param  key-of<self::SOURCES>  $source
     * @param  non-empty-array<int, int>  $upTo  day or number by owner
     * @return array<int, list<list<mixed>>> by owner, the rows after it; none of one that has no more
     */
    private function afterEach(string $source, array $upTo): array
    {
        [$of, $columns, $order, , $grows] = self::SOURCES[$source];
        $kept = implode(', ', array_fill(0, count($upTo), '(cast(? as bigint), cast(? as bigint))'));
        $rows = $this->rows(
            "with kept (owner, up_to) as (values {$kept}) select owner, {$columns} from kept join {$source} ".
                "on {$of} = owner and {$grows} > up_to".(self::SEEN[$source] ?? '')." order by {$order}",
            array_merge(...array_map(null, array_keys($upTo), array_values($upTo))),
        );
        $after = [];
        foreach ($rows as $row) {
            $after[(int) array_shift($row)][] = $row;
        }

        return $after;
    }

    /**
     * @param  key-of<self::SOURCES>  $source
     * @param  list<int>|null  $only
     * @return array<int, list<mixed>>
     */
    private function unpacked(string $source, string $packed, ?array $only): array
    {
        $parts = igbinary_unserialize($packed);
        // Each column is packed by itself, so that who wants two of them does not unpack all.
        $read = [];
        foreach ($only ?? array_keys($parts) as $i) {
            $read[$i] = $source === self::SHARED && $i === 0 ? $this->days($parts[$i]) : igbinary_unserialize($parts[$i]);
        }

        return $read;
    }

    /**
     * @param  array<int, list<mixed>>  $columns
     * @param  list<list<mixed>>  $after  rows
     * @return array<int, list<mixed>>
     */
    private static function with(array $columns, array $after, string $types): array
    {
        foreach ($after === [] ? [] : self::across($after, $types, array_keys($columns)) as $i => $column) {
            array_push($columns[$i], ...$column);
        }

        return $columns;
    }

    /**
     * Whether rows that were added among those packed are told by their number. SQLite forgets what is packed when one is added, which is
     * safe only where nobody can add one while another packs.
     */
    private static function isCounted(Connection $connection): bool
    {
        return $connection->getDriverName() !== 'sqlite';
    }

    /** @param  key-of<self::SOURCES>  $source */
    private static function number(string $source): string
    {
        [$of, , , , $grows] = self::SOURCES[$source];

        return "(select count(*) from {$source} where {$of} = owner and {$grows} <= up_to)";
    }

    /**
     * Listings of an exchange have the same days: they are unpacked once, and are one list, which is told from another at a glance.
     *
     * @return list<int>
     */
    private function days(string $packed): array
    {
        $key = hash('xxh128', $packed);
        if (! isset($this->days[$key])) {
            $this->days = array_slice($this->days, -self::DAYS_KEPT, null, true);
            $this->days[$key] = igbinary_unserialize($packed);
        }

        return $this->days[$key];
    }

    /**
     * Packs what is not packed yet, or has many rows after it.
     *
     * @param  array<key-of<self::SOURCES>, list<int>>  $owners  by source
     */
    public function keep(array $owners): void
    {
        foreach ($owners as $source => $ids) {
            $unsure = array_filter($ids, fn (int $id): bool => ! isset($this->whole[$source][$id]));
            $owners[$source] = self::due($source, array_values($unsure));
        }
        $this->whole = [];
        foreach ($owners as $source => $ids) {
            foreach (array_chunk($ids, self::AT_ONCE) as $some) {
                $this->pack($source, $some);
            }
        }
    }

    /**
     * @param  key-of<self::SOURCES>  $source
     * @param  list<int>  $owners
     */
    private function pack(string $source, array $owners): void
    {
        $grown = [];
        foreach ($owners as $owner) {
            $packed = $this->packed($source, $owner);
            if ($packed !== null) {
                $last = $this->last($source, $owner);
                $after = $this->after($source, $owner, $packed[1], $last);
                $columns = self::with($this->unpacked($source, $packed[0], null), $after, self::SOURCES[$source][3]);
                $grown[$owner] = [$packed, $last, $after, count($columns[0]), self::together($columns)];
            }
        }
        DB::transaction(function (Connection $connection) use ($source, $owners, $grown): void {
            // Who reads before they write may be refused the writing: a statement that writes comes first.
            DB::table('packed_rows')->whereNull('owner')->delete();
            // Prepared anew for each transaction: one that was refused cannot be bound again.
            $put = $connection->getPdo()->prepare(
                'insert into packed_rows (source, owner, size, columns, up_to) values (?, ?, ?, ?, ?) '.
                    'on conflict (source, owner) do update set size = excluded.size, columns = excluded.columns, '.
                    'up_to = excluded.up_to',
            );
            foreach ($owners as $owner) {
                if (! isset($grown[$owner])) {
                    // Nothing would tell that rows were changed since they were read: they are read where nobody can.
                    $columns = $this->columns($source, $owner);
                    self::put($put, $source, $owner, count($columns[0]), self::together($columns), $this->last($source, $owner));

                    continue;
                }
                [$packed, $last, $after, $size, $together] = $grown[$owner];
                // What was changed since it was read waits for the next time.
                if ($this->packed($source, $owner) === $packed && $this->after($source, $owner, $packed[1], $last) === $after) {
                    self::put($put, $source, $owner, $size, $together, $last);
                }
            }
        }, 3);
        $this->whole = [];
    }

    /** @param  key-of<self::SOURCES>  $source */
    private function last(string $source, int $owner): int
    {
        [$of, , , , $grows] = self::SOURCES[$source];

        return (int) $this->rows("select max({$grows}) from {$source} where {$of} = ?".(self::SEEN[$source] ?? ''), [$owner])[0][0];
    }

    /** @param  array<int, list<mixed>>  $columns */
    private static function together(array $columns): string
    {
        return (string) igbinary_serialize(array_map(igbinary_serialize(...), $columns));
    }

    /**
     * @param  key-of<self::SOURCES>  $source
     * @param  list<int>  $owners
     * @return list<int> those of them whose rows are not packed, or are others, or are many more by now
     */
    private static function due(string $source, array $owners): array
    {
        if ($owners === []) {
            return [];
        }
        [$of, , , , $grows] = self::SOURCES[$source];
        $after = "(select count(*) from {$source} where {$of} = owner and {$grows} > up_to".(self::SEEN[$source] ?? '').')';
        $kept = DB::table('packed_rows')
            ->where('source', $source)
            ->whereIn('owner', $owners)
            ->whereRaw("{$after} <= ".self::LEAST_AFTER.' + owner % '.self::SPREAD)
            ->when(self::isCounted(DB::connection()), static fn ($query) => $query->whereRaw('size = '.self::number($source)))
            ->pluck('owner', 'owner');

        return array_values(array_filter($owners, static fn (int $owner): bool => ! isset($kept[$owner])));
    }

    /** @param  key-of<self::SOURCES>  $source */
    private static function put(PDOStatement $statement, string $source, int $owner, int $size, string $columns, int $upTo): void
    {
        $statement->bindValue(1, $source);
        $statement->bindValue(2, $owner, PDO::PARAM_INT);
        $statement->bindValue(3, $size, PDO::PARAM_INT);
        $statement->bindValue(4, $columns, PDO::PARAM_LOB);
        $statement->bindValue(5, $upTo, PDO::PARAM_INT);
        $statement->execute();
    }

    /**
     * @param  list<list<mixed>>  $rows
     * @param  list<int>|null  $only
     * @return array<int, list<mixed>> its columns, each of its type: a database may give numbers as texts
     */
    private static function across(array $rows, string $types, ?array $only = null): array
    {
        $typed = ['i' => intval(...), 'f' => floatval(...), 't' => strval(...)];
        $columns = [];
        foreach ($only ?? array_keys(str_split($types)) as $i) {
            $columns[$i] = array_map($typed[$types[$i]], array_column($rows, $i));
        }

        return $columns;
    }

    /**
     * @param  list<string|int>  $parameters
     * @return list<list<mixed>>
     */
    private function rows(string $query, array $parameters): array
    {
        return $this->asked($query, $parameters)->fetchAll();
    }

    /** @param  list<string|int>  $parameters */
    private function asked(string $query, array $parameters): PDOStatement
    {
        $pdo = DB::connection()->getPdo();
        $statement = $this->statements[spl_object_id($pdo).$query] ??= $pdo->prepare($query);
        $statement->setFetchMode(PDO::FETCH_NUM);
        $statement->execute($parameters);

        return $statement;
    }
}
