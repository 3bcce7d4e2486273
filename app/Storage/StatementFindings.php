<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Reporting\Quality\Integrity;

/** What does not hold together in the statements of companies, as it was found when they last changed. */
final readonly class StatementFindings
{
    private const ROWS_AT_ONCE = 200;

    public function __construct(private CompanyReader $companies)
    {
    }

    /** Checks the statements of companies anew, all of them or none. @param  list<int>  $companies */
    public function check(array $companies): void
    {
        DB::transaction(function () use ($companies): void {
            // Who reads before they write may be refused the writing.
            $this->keep($companies, []);
            $this->keep([], $this->find($companies));
        });
    }

    /**
     * @param  list<int>  $companies
     * @return list<array{company_id: int, weight: int, subject: string, finding: string}> to be kept later
     */
    public function find(array $companies): array
    {
        $rows = [];
        foreach ($companies as $company) {
            $read = $this->companies->read($company, accountsOnly: true);
            foreach ($read === null ? [] : Integrity::ofSheet($read->statements()) as $finding) {
                $rows[] = [
                    'company_id' => $company,
                    'weight' => $finding->weight,
                    'subject' => $finding->key(),
                    'finding' => json_encode($finding, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION),
                ];
            }
        }

        return $rows;
    }

    /**
     * In place of what was found before; the caller holds the transaction.
     *
     * @param  list<int>  $companies
     * @param  list<array{company_id: int, weight: int, subject: string, finding: string}>  $rows  of these companies
     */
    public function keep(array $companies, array $rows): void
    {
        foreach (array_chunk($companies, self::ROWS_AT_ONCE) as $some) {
            DB::table('findings')->whereIn('company_id', $some)->delete();
        }
        foreach (array_chunk($rows, self::ROWS_AT_ONCE) as $some) {
            DB::table('findings')->insert($some);
        }
    }
}
