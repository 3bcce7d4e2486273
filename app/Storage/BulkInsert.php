<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** Collects rows of one table and writes them many at a time. */
final class BulkInsert
{
    /** @var list<mixed> */
    private array $values = [];

    private int $rows = 0;

    /** Rows a statement. */
    private readonly int $batch;

    private ?\PDOStatement $full = null;

    /** @param  list<string>  $columns */
    public function __construct(private readonly string $table, private readonly array $columns)
    {
        // SQLite takes 32 766 bound values in a statement; a few thousand are as fast and portable.
        $this->batch = intdiv(3000, count($columns));
    }

    /** A row, its values in the order of the columns; yes and no as 1 and 0. */
    public function add(string|int|float|null ...$values): void
    {
        $this->hold(...$values);
        $this->rows === $this->batch && $this->flush();
    }

    /** A row that is not written before all are. */
    public function hold(string|int|float|null ...$values): void
    {
        array_push($this->values, ...$values);
        $this->rows++;
    }

    public function flush(): void
    {
        $width = count($this->columns);
        for ($at = 0; $at < $this->rows; $at += $count) {
            $count = min($this->batch, $this->rows - $at);
            $statement = $count === $this->batch ? ($this->full ??= $this->statement($count)) : $this->statement($count);
            $statement->execute(array_slice($this->values, $at * $width, $count * $width));
        }
        $this->values = [];
        $this->rows = 0;
    }

    private function statement(int $rows): \PDOStatement
    {
        $row = '('.implode(',', array_fill(0, count($this->columns), '?')).')';
        $grammar = DB::connection()->getQueryGrammar();

        return DB::connection()
            ->getPdo()
            ->prepare(
                'insert into '.
                    $grammar->wrapTable($this->table).
                    ' ('.
                    $grammar->columnize($this->columns).
                    ') values '.
                    implode(',', array_fill(0, $rows, $row)),
            );
    }
}
