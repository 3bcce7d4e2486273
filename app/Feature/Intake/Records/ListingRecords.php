<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Reference\ShareListings;
use App\Storage\ChangeLog;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Where a company's shares are listed, from when to when, with classes of shares and identifiers as the file gives them. */
final class ListingRecords extends RecordsByCompany
{
    private readonly ShareListings $listings;

    private readonly ChangeLog $log;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->listings = app(ShareListings::class);
        $this->log = app(ChangeLog::class);
    }

    protected function take(int $owner, array $records): void
    {
        // In the order of time, so that a new ticker ends the one before.
        usort($records, static fn (array $a, array $b): int => $a['from'] <=> $b['from'] ?: $a['row'] <=> $b['row']);
        foreach ($records as $record) {
            try {
                $done = $this->log->record($this->pass->import->user, '', fn (): array => $this->listing($owner, $record));
                foreach ($done as [$status, $what]) {
                    $this->pass->outcome->count($status, $owner, 0);
                    $ticker = $this->pass->companies->read($owner)->ticker;
                    $this->pass->outcome->example($status, $ticker, $what, null, null, "row {$record['row']}");
                }
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$record['row']}", $refusal->getMessage());
            }
        }
    }

    protected function taken(): void
    {
        $this->pass->companies->forget();
    }

    /**
     * @param  array<string, mixed>  $record
     * @return list<array{'new'|'changed'|'same', string}>
     */
    private function listing(int $company, array $record): array
    {
        $by = $this->pass->import->user;
        [$security, $done] = $this->listings->put($by, $company, [...$record, 'main' => self::isMain($record['main'] ?? '')]);
        $identifiers = [
            'isin' => strtoupper($record['isin'] ?? ''),
            mb_strtolower(mb_substr($record['scheme'] ?? '', 0, 16)) ?: 'other' => mb_substr($record['identifier'] ?? '', 0, 60),
        ];
        foreach (array_filter($identifiers, static fn (string $value): bool => $value !== '') as $scheme => $value) {
            $done[] = $this->listings->identify($by, $security, $scheme, $value);
            $doubt = ShareListings::doubt($scheme, $value);
            $doubt === null || $this->pass->outcome->warn($doubt);
        }

        return $done;
    }

    /** Whether the listing's prices stand for the share; null where the file does not say. */
    private static function isMain(string $said): ?bool
    {
        return match (true) {
            $said === '' => null,
            in_array(strtolower($said), ['yes', 'y', 'true', '1', 'main', 'primary', 'x'], true) => true,
            in_array(strtolower($said), ['no', 'n', 'false', '0', 'secondary'], true) => false,
            default => throw Refusal::because(Words::say('is_neither_yes_nor_no', main: $said)),
        };
    }
}
