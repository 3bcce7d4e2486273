<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use App\Models\Company;
use App\Models\FormerAttribute;
use App\Models\ReplacedRow;
use Logion\Figure\Words;
use Logion\Identity\FormerValues as Former;
use Logion\Intake\Refusal;
use Logion\Reference\IndustryTree;
use Logion\Time\Day;

/** Former names, sectors, reporting currencies and year ends of companies, each with the day from which it was no longer so. */
final class FormerValueRecords extends Records
{
    private readonly RowWriter $writer;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'former_attributes', 'company_id', ['attribute', 'until_day']);
    }

    public function add(array $record, int $row): void
    {
        $attribute = match (true) {
            preg_match('/currency/i', $record['attribute']) === 1 => Former::REPORTING_CURRENCY,
            preg_match('/year/i', $record['attribute']) === 1 => Former::FISCAL_YEAR_END,
            preg_match('/sector|industry/i', $record['attribute']) === 1 => Former::SECTOR,
            preg_match('/name/i', $record['attribute']) === 1 => Former::NAME,
            default => throw Refusal::because(Words::say('is_neither_name_sector_currency_nor_year_end', attribute: $record['attribute'])),
        };
        $value = self::value($attribute, $record['value']);
        $now = ($record['now'] ?? '') === '' ? null : self::value($attribute, $record['now']);
        if ($now !== null) {
            $this->change($record, $attribute, $now);
        }
        $this->writer->add(
            $record['listing']->company,
            ['attribute' => $attribute, 'value' => $value, 'until_day' => $record['until']],
            0,
            Words::say('until', attributes: Former::attributes()[$attribute], value: $value, day: Day::iso($record['until'])),
            null,
            $row,
        );
    }

    private static function value(string $attribute, string $text): string
    {
        if ($attribute === Former::FISCAL_YEAR_END) {
            return (string) CompanyRecords::month($text);
        }
        $value = $attribute === Former::NAME ? mb_substr($text, 0, 160) : strtoupper($text);
        if ($attribute === Former::REPORTING_CURRENCY && preg_match('/^[A-Z]{3}$/D', $value) !== 1) {
            throw Refusal::because(Words::say('is_no_currency_code_of_three', text: $text));
        }
        if ($attribute === Former::SECTOR && IndustryTree::section($value) === null) {
            throw Refusal::because(Words::say('is_no_isic_division_or_class', text: $text));
        }

        return $value;
    }

    /**
     * Gives a company another name, sector, reporting currency or year end; what it had is kept for undo.
     *
     * @param  array<string, mixed>  $record
     */
    private function change(array $record, string $attribute, string $now): void
    {
        $later = FormerAttribute::query()
            ->where('company_id', $record['listing']->company)
            ->where('attribute', $attribute)
            ->where('until_day', '>', $record['until'])
            ->min('until_day');
        if ($later !== null) {
            throw Refusal::because(Words::say('a_later_change_on_is_known', day: Day::iso((int) $later)));
        }
        $company = Company::query()->findOrFail($record['listing']->company);
        if ((string) $company->getAttribute($attribute) === $now) {
            return;
        }
        if ($attribute === Former::NAME && Company::query()->where('name', $now)->exists()) {
            throw Refusal::because(Words::say('another_company_is_called', now: $now));
        }
        $this->pass->importId === null || ReplacedRow::keep($this->pass->importId, 'companies', $company->getAttributes());
        // A preview is taken back as a whole.
        $company->update([$attribute => $now]);
        $this->pass->companies->forget();
    }
}
