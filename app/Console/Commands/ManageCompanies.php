<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Reference\CompanyMerge;
use App\Feature\Reference\CompanyProfiles;
use App\Models\Company;
use App\Models\Exchange;
use App\Storage\Identity\Identities;
use Illuminate\Console\Command;
use Logion\Time\Day;

final class ManageCompanies extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:company
        {ticker : of the company}
        {name? : of a new company}
        {exchange? : code of the exchange a new company is listed on}
        {--name= : another name}
        {--currency= : in which it reports; of a new one that of the exchange by default}
        {--year-end= : month in which its fiscal year ends; of a new one 12 by default}
        {--kind= : industrial, bank, insurer or property; of a new one industrial by default}
        {--sector= : ISIC division or class}
        {--country= : two letters}
        {--isin= : of a new company, if it has one}
        {--since= : day from which name, sector or currency are so; what was before is kept}
        {--merge-into= : ticker of the company it is the same as}
        {--remove : it, while nothing is built on it}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'Make a company with its listing, show, change or remove one, or merge two that are the same';

    public function handle(CompanyProfiles $profiles, CompanyMerge $merge, Identities $identities): int
    {
        return $this->guarded(function () use ($profiles, $merge, $identities): int {
            $company = is_string($this->argument('name'))
                ? $this->make($profiles)
                : $identities->company($this->must('ticker', 'the company'));
            if ($this->option('remove')) {
                $profiles->remove($this->author(), $company);

                return self::SUCCESS;
            }
            if (is_string($this->option('merge-into'))) {
                $into = $identities->company($this->option('merge-into'));
                $merge->merge($this->author(), $company, $into);
                $company = $into;
            } elseif (! is_string($this->argument('name'))) {
                $since = $this->option('since');
                $profiles->change($this->author(), $company, $this->values(), is_string($since) ? Day::parse($since) : null);
            }
            $of = Company::query()->findOrFail($company);
            $shown = [
                'ticker' => $identities->reference($company),
                ...$of->only(['name', 'country', 'sector', 'reporting_currency', 'fiscal_year_end_month']),
                'kind' => $of->template->value,
            ];
            $this->print($shown, array_keys($shown), [array_map(strval(...), array_values($shown))]);

            return self::SUCCESS;
        });
    }

    private function make(CompanyProfiles $profiles): int
    {
        $exchange = strtoupper($this->must('exchange', 'the exchange'));

        return $profiles->create($this->author(), [
            'template' => 'industrial',
            'fiscal_year_end_month' => 12,
            'reporting_currency' => (string) Exchange::query()->where('code', $exchange)->value('currency'),
            ...$this->values(),
            'name' => $this->must('name', 'the company'),
            'exchange' => $exchange,
            'ticker' => strtoupper($this->must('ticker', 'its ticker')),
            'isin' => is_string($this->option('isin')) ? strtoupper($this->option('isin')) : null,
        ]);
    }

    /**
     * @return array{name?: string, country?: string, sector?: string, template?: string, reporting_currency?: string,
     *     fiscal_year_end_month?: int}
     */
    private function values(): array
    {
        $values = [];
        $fields = ['kind' => 'template', 'currency' => 'reporting_currency'];
        foreach (['name', 'country', 'sector', 'kind', 'currency'] as $option) {
            $field = $fields[$option] ?? $option;
            $given = $this->option($option);
            if (is_string($given) && trim($given) !== '') {
                $values[$field] = in_array($option, ['country', 'currency'], true) ? strtoupper(trim($given)) : trim($given);
            }
        }

        return is_string($this->option('year-end')) ? [...$values, 'fiscal_year_end_month' => $this->month()] : $values;
    }

    private function month(): int
    {
        $month = (int) $this->option('year-end');

        return $month >= 1 && $month <= 12 ? $month : throw new \InvalidArgumentException('Write --year-end as a month from 1 to 12.');
    }
}
