<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

/**
 * Rows that are compared company by company. They are held for a while, so a file may go through the companies day by day or
 * line by line as well as company by company, with flat memory.
 */
abstract class RecordsByCompany extends Records
{
    private const HELD_ROWS = 20_000;

    /** @var array<int, list<array<string, mixed>>> records with their row, by owner */
    private array $held = [];

    private int $heldRows = 0;

    public function add(array $record, int $row): void
    {
        $record['row'] = $row;
        $this->held[$this->owner($record)][] = $record;
        if (++$this->heldRows === self::HELD_ROWS) {
            $this->takeHeld();
        }
    }

    public function finish(): void
    {
        $this->takeHeld();
    }

    /**
     * What records are held together for: the company, unless a kind of record belongs to something else.
     *
     * @param  array<string, mixed>  $record
     */
    protected function owner(array $record): int
    {
        return $record['listing']->company;
    }

    /** @param  non-empty-list<array<string, mixed>>  $records  of one owner, each with its "row" */
    abstract protected function take(int $owner, array $records): void;

    /** All that was held is taken; rows that come later are compared with it like with all others. */
    abstract protected function taken(): void;

    private function takeHeld(): void
    {
        foreach ($this->held as $owner => $records) {
            $this->take($owner, $records);
        }
        $this->taken();
        $this->held = [];
        $this->heldRows = 0;
    }
}
