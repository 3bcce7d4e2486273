<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Identity\Identities;
use App\Models\Import;
use Closure;
use Illuminate\Support\Facades\DB;
use Logion\Identity\DatedListing;
use Logion\Intake\Refusal;

/**
 * Reads a file by a mapping and compares it with what is stored; where it stores, writes it. The preview and the storing run
 * the same code, so the one tells what the other will do.
 */
final readonly class ImportRunner
{
    public function __construct(private CompanyMatching $companies)
    {
    }

    /**
     * @param  bool  $stores  whether to write; the caller holds a transaction
     * @param  (Closure(int, int): void)|null  $progress  rows done, total (0 where unknown)
     *
     * @throws Refusal if the file as a whole cannot be taken
     */
    public function run(Import $import, Mapping $mapping, bool $stores, ?Closure $progress = null): Outcome
    {
        $importId = $stores ? $import->id : null;
        $decided = DB::table('line_mappings')->where('user_id', $import->user_id)->pluck('line', 'label')->map(strval(...))->all();
        $outcome = new Outcome();
        $subject = $this->subject($mapping, $importId);
        $pass = new ImportPass(
            $import,
            $mapping,
            [...$decided, ...$mapping->lines],
            $this->companies,
            $subject?->company,
            $subject,
            $importId,
            $outcome,
            $progress,
        );
        match ($mapping->kind) {
            Mapping::REPORT => (new ReportImport($pass))->run(),
            Mapping::STATEMENT => (new StatementImport($pass))->run(),
            default => (new TableImport($pass))->run(),
        };

        return $outcome;
    }

    /** The company all rows belong to, by the listing that was named; makes a new one where that is wished. */
    private function subject(Mapping $mapping, ?int $importId): ?DatedListing
    {
        $new = $mapping->newCompany;
        if ($new === null) {
            return $mapping->company === null
                ? null
                : $this->companies->listing($mapping->company) ??
                        throw Refusal::because("No company has the ticker \"{$mapping->company}\"");
        }
        $taken =
            $this->companies->find("{$new['exchange']}:{$new['ticker']}@".date('Y-m-d')) ?? $this->companies->find((string) $new['name']);
        if ($taken !== null) {
            throw Refusal::because(
                "There is already a company \"{$this->companies->read($taken)->name}\" ({$this->companies->read(
                    $taken,
                )->ticker}); choose it instead of making a new one",
            );
        }
        $exchange = DB::table('exchanges')
            ->where('code', $new['exchange'])
            ->first(['id', 'country', 'currency']);
        $id = DB::table('companies')->insertGetId([
            'name' => $new['name'],
            'country' => $exchange->country,
            'sector' => $new['sector'] ?? '' ?: '00',
            'template' => $new['template'],
            'reporting_currency' => $new['currency'],
            'fiscal_year_end_month' => $new['year_end'],
            'description' => '',
            'import_id' => $importId,
        ]);
        $security = DB::table('securities')->insertGetId(['company_id' => $id, 'kind' => 'share', 'name' => 'Ordinary shares']);
        DB::table('listings')->insert([
            'security_id' => $security,
            'exchange_id' => $exchange->id,
            'ticker' => strtoupper((string) $new['ticker']),
            'currency' => $exchange->currency,
        ]);
        $this->companies->forget();

        return $this->companies->listed($security, Identities::LATEST);
    }
}
