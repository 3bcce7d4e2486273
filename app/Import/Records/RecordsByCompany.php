<?php

declare(strict_types=1);

namespace App\Import\Records;

/**
 * Rows that are compared company by company. They are held for a while, so a file may go through the companies day by day or
 * line by line as well as company by company, with flat memory.
 */
abstract class RecordsByCompany extends Records
{
    private const HELD_ROWS = 20_000;

    /** @var array<int, list<array<string, mixed>>> records with their row, by company */
    private array $held = [];

    private int $heldRows = 0;

    public function add(array $record, int $row): void
    {
        $record['row'] = $row;
        $this->held[$record['company']][] = $record;
        if (++$this->heldRows === self::HELD_ROWS) {
            $this->takeHeld();
        }
    }

    public function finish(): void
    {
        $this->takeHeld();
    }

    /** @param  non-empty-list<array<string, mixed>>  $records  of one company, each with its "row" */
    abstract protected function take(int $company, array $records): void;

    /** All that was held is taken; rows that come later are compared with it like with all others. */
    abstract protected function taken(): void;

    private function takeHeld(): void
    {
        foreach ($this->held as $company => $records) {
            $this->take($company, $records);
        }
        $this->taken();
        $this->held = [];
        $this->heldRows = 0;
    }
}
