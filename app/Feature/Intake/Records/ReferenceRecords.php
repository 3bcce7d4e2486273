<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Models\Exchange;
use App\Models\User;
use App\Storage\ChangeLog;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Rows that change reference data: each is a change by hand as well, made for many at once, and goes with the import. */
abstract class ReferenceRecords extends Records
{
    protected readonly ?User $by;

    private readonly ChangeLog $log;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->by = $pass->import->user;
        $this->log = app(ChangeLog::class);
    }

    public function add(array $record, int $row): void
    {
        // A row is taken as a whole or not at all.
        [$status, $whose, $what] = $this->log->record($this->by, '', fn (): array => $this->put($record));
        $this->tell($status, $whose, $what, "row {$row}");
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{'new'|'changed'|'same', string, string} what becomes of it, whose it is, and what it says
     *
     * @throws Refusal if it cannot be
     */
    abstract protected function put(array $record): array;

    /** Whether figures of companies rest on it. */
    protected function changesFigures(): bool
    {
        return true;
    }

    /** @param  'new'|'changed'|'same'  $status */
    protected function tell(string $status, string $whose, string $what, string $place): void
    {
        $this->changesFigures() ? $this->pass->outcome->count($status, 0, 0) : $this->pass->outcome->counts[$status]++;
        $this->pass->outcome->example($status, $whose, $what, null, null, $place);
    }

    protected static function exchange(string $text): Exchange
    {
        $text = trim($text);

        return Exchange::query()->where('code', strtoupper($text))->orWhere('name', $text)->first() ??
            throw Refusal::because(Words::say('there_is_no_exchange_make_it', exchange: $text));
    }
}
