<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\Company;
use App\Models\Exchange;
use App\Models\Import;
use App\Models\LineMapping;
use App\Storage\Identity\Identities;
use App\Storage\SpooledBars;
use Closure;
use Logion\Figure\Words;
use Logion\Identity\DatedListing;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\Refusal;
use Logion\Intake\TableKind;

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
     * @param  SpooledBars|null  $spool  where prices are laid down that are stored later
     *
     * @throws Refusal if the file as a whole cannot be taken
     */
    public function run(Import $import, Mapping $mapping, bool $stores, ?Closure $progress = null, ?SpooledBars $spool = null): Outcome
    {
        $importId = $stores ? $import->id : null;
        $decided = LineMapping::decidedBy($import->user_id);
        $outcome = new Outcome();
        $outcome->accept($mapping->accept);
        foreach ($mapping->newCompanies as $new) {
            $this->make($new, $mapping, $importId);
        }
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
            $spool,
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
                        (($mapping->tableKind() === TableKind::Prices ? $this->companies->index($mapping->company) : null) ??
                            throw Refusal::because(Words::say('no_company_has_the_ticker', company: $mapping->company)));
        }
        $security = $this->make($new, $mapping, $importId);

        return $this->companies->listed($security, Identities::LATEST);
    }

    /**
     * @param  array<string, mixed>  $new
     * @return int its security
     *
     * @throws Refusal if there is one by that name or ticker
     */
    private function make(array $new, Mapping $mapping, ?int $importId): int
    {
        $taken =
            $this->companies->find("{$new['exchange']}:{$new['ticker']}@".date('Y-m-d')) ?? $this->companies->find((string) $new['name']);
        if ($taken !== null) {
            throw Refusal::because(
                Words::say(
                    'there_is_already_a_company_choose',
                    name: $this->companies->read($taken)->name,
                    ticker: $this->companies->read($taken)->ticker,
                ),
            );
        }
        $exchange = Exchange::query()->where('code', $new['exchange'])->firstOrFail();
        $company = Company::query()->create([
            'name' => $new['name'],
            'country' => $exchange->country,
            'sector' => $new['sector'] ?? '' ?: '00',
            'template' => $new['template'],
            'reporting_currency' => $new['currency'],
            'fiscal_year_end_month' => $new['year_end'],
            'fiscal_years' => FiscalCalendar::isDoubtful((int) $new['year_end']) ? $mapping->fiscalYears : FiscalCalendar::ENDS,
            'description' => '',
            'import_id' => $importId,
        ]);
        $security = $company->securities()->create(['kind' => 'share', 'name' => Words::say('ordinary_shares')]);
        $security->listings()->create([
            'exchange_id' => $exchange->id,
            'ticker' => strtoupper((string) $new['ticker']),
            'currency' => $exchange->currency,
        ]);
        $this->companies->forget();

        return $security->id;
    }
}
