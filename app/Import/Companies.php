<?php

declare(strict_types=1);

namespace App\Import;

use Illuminate\Support\Facades\DB;
use Logion\Accounts\Template;
use Logion\Import\ColumnRecognition;

/** Finds the company a file means by ticker, ISIN or name. */
final class Companies
{
    /** @var array<string, int>|null company by folded name, ticker and ISIN */
    private ?array $known = null;

    /** @var array<int, object{id: int, ticker: string, name: string, template: string, currency: string, trading: string, year_end: int, security: int}> */
    private array $read = [];

    public function find(string $text): ?int
    {
        if ($this->known === null) {
            $this->known = [];
            foreach (DB::table('companies')->leftJoin('securities', 'securities.company_id', '=', 'companies.id')->orderByDesc('companies.id')->get(['companies.id', 'companies.name', 'ticker', 'isin']) as $row) {
                foreach ([ColumnRecognition::fold($row->name), strtolower((string) $row->ticker), strtolower((string) $row->isin)] as $key) {
                    if ($key !== '') {
                        $this->known[$key] = (int) $row->id;
                    }
                }
            }
        }
        $text = trim($text);

        return $this->known[strtolower($text)] ?? $this->known[ColumnRecognition::fold($text)] ?? null;
    }

    /** A company named in a free text such as a file name: its ticker as a word of its own, or its whole name. */
    public function mentioned(string $text): ?int
    {
        $this->find('');
        foreach (preg_split('/[^A-Za-z0-9]+/', $text) ?: [] as $word) {
            if (strlen($word) >= 3 && $word === strtoupper($word) && isset($this->known[strtolower($word)])) {
                return $this->known[strtolower($word)];
            }
        }
        $folded = ' '.ColumnRecognition::fold($text).' ';
        foreach ($this->known ?? [] as $name => $id) {
            $name = (string) $name;
            if (str_contains($name, ' ') && str_contains($folded, " {$name} ")) {
                return $id;
            }
        }

        return null;
    }

    /** @return object{id: int, ticker: string, name: string, template: string, currency: string, trading: string, year_end: int, security: int} */
    public function read(int $id): object
    {
        if (count($this->read) > 2000) {
            $this->read = [];
        }

        return $this->read[$id] ??= (static function () use ($id): object {
            $row = DB::table('companies')->join('securities', 'securities.company_id', '=', 'companies.id')->where('companies.id', $id)->first(['companies.id', 'ticker', 'companies.name', 'template', 'reporting_currency as currency', 'securities.currency as trading', 'fiscal_year_end_month as year_end', 'securities.id as security']);

            return (object) ['id' => (int) $row->id, 'ticker' => (string) $row->ticker, 'name' => (string) $row->name, 'template' => (string) $row->template, 'currency' => (string) $row->currency, 'trading' => (string) $row->trading, 'year_end' => (int) $row->year_end, 'security' => (int) $row->security];
        })();
    }

    public function template(int $id): Template
    {
        return Template::from($this->read($id)->template);
    }

    /** Someone made a company. */
    public function forget(): void
    {
        $this->known = null;
    }
}
