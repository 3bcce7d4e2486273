<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\CompanyProfiles;
use App\Storage\Identity\Identities;
use Illuminate\Console\Command;

final class ManageCompanies extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:company
        {ticker : of the company}
        {name : of the company}
        {exchange : code of the exchange it is listed on}
        {--currency= : in which it reports; that of the exchange by default}
        {--year-end=12 : month in which its fiscal year ends}
        {--kind=industrial : industrial, bank, insurer or property}
        {--sector=00 : ISIC division or class}
        {--isin= : its identifier, if it has one}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'Make a company with its listing';

    public function handle(CompanyProfiles $profiles, Identities $identities): int
    {
        return $this->guarded(function () use ($profiles, $identities): int {
            $exchange = strtoupper($this->must('exchange', 'the exchange'));
            $currency = $this->option('currency') ?? \App\Models\Exchange::query()->where('code', $exchange)->value('currency');
            $company = $profiles->create($this->author(), [
                'name' => $this->must('name', 'the company'),
                'exchange' => $exchange,
                'ticker' => strtoupper($this->must('ticker', 'its ticker')),
                'template' => (string) $this->option('kind'),
                'reporting_currency' => strtoupper((string) $currency),
                'fiscal_year_end_month' => (int) $this->option('year-end'),
                'sector' => (string) $this->option('sector'),
                'isin' => is_string($this->option('isin')) ? strtoupper($this->option('isin')) : null,
            ]);
            $ticker = $identities->reference($company);
            $this->print(['ticker' => $ticker], ['ticker'], [[$ticker]]);

            return self::SUCCESS;
        });
    }
}
