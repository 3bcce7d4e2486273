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

    private readonly int $batch;

    private ?\PDOStatement $full = null;

    /**
     * @param  list<string>  $columns
     * @param  int|null  $batch  rows a statement; one where rows of another table refer to them at once
     */
    public function __construct(private readonly string $table, private readonly array $columns, ?int $batch = null)
    {
        // SQLite takes 32 766 bound values in a statement; a few thousand are as fast and portable.
        $this->batch = $batch ?? intdiv(3000, count($columns));
    }

    /** A row, its values in the order of the columns; yes and no as 1 and 0. */
    public function add(string|int|float|null ...$values): void
    {
        array_push($this->values, ...$values);
        if (++$this->rows === $this->batch) {
            $this->full ??= $this->statement($this->batch);
            $this->full->execute($this->values);
            $this->values = [];
            $this->rows = 0;
        }
    }

    public function flush(): void
    {
        if ($this->rows > 0) {
            $this->statement($this->rows)->execute($this->values);
            $this->values = [];
            $this->rows = 0;
        }
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
