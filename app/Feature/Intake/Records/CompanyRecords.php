<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Reference\CompanyProfiles;
use App\Feature\Reference\ShareListings;
use App\Models\Company;
use App\Models\Exchange;
use Logion\Figure\Words;
use Logion\Identity\Isin;
use Logion\Intake\Refusal;
use Logion\Reporting\ReportingModel;

/** Companies with what is known of them: those that are known are changed, the others made. */
final class CompanyRecords extends ReferenceRecords
{
    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    protected function put(array $record): array
    {
        $profiles = app(CompanyProfiles::class);
        $record = array_filter($record, static fn (mixed $value): bool => $value !== null && $value !== '');
        $values = $this->values($record);
        [$company, $isListed] = $this->known($record);
        if ($company !== null) {
            if (isset($record['ticker']) && ! $isListed) {
                throw Refusal::because(Words::say('it_is_not_listed_as', name: $record['name'], ticker: $record['ticker']));
            }
            $name = (string) Company::query()->whereKey($company)->value('name');
            // A ticker that means somebody else than the file thinks would give them the other's name.
            $name === $values['name'] || isset($record['since'])
                || $this->pass->outcome->doubt('names', Words::say('is_called_otherwise_here', name: $values['name'], known: $name));
            $changed = $profiles->amend($this->by, $company, $values, $record['since'] ?? null);
            $changed = $this->identify($company, $record['isin'] ?? null) || $changed;
            $changed && $this->pass->companies->forget();
            if (isset($record['from']) || isset($record['traded_in'])) {
                $this->pass->outcome->warn(Words::say('listings_of_known_companies_stay'));
            }

            return [$changed ? 'changed' : 'same', $record['ticker'] ?? '', $record['name']];
        }
        if (! isset($record['exchange'], $record['ticker'])) {
            throw Refusal::because(Words::say('a_new_company_needs_exchange_and', name: $record['name']));
        }
        $exchange = self::exchange($record['exchange']);
        $profiles->create($this->by, [
            'template' => ReportingModel::Industrial->value,
            'reporting_currency' => $exchange->currency,
            'fiscal_year_end_month' => 12,
            ...$values,
            'exchange' => $exchange->code,
            'ticker' => strtoupper($record['ticker']),
            'currency' => isset($record['traded_in']) ? self::currency($record['traded_in']) : null,
            'isin' => isset($record['isin']) ? strtoupper($record['isin']) : null,
            'listed_from' => $record['from'] ?? null,
        ]);
        $this->pass->companies->forget();

        return ['new', strtoupper($record['ticker']), $record['name']];
    }

    /**
     * The company a row is about: by its listing, its identifier, or its name; and whether it is listed as the row says.
     *
     * @param  array<string, mixed>  $record
     * @return array{int|null, bool}
     */
    private function known(array $record): array
    {
        $listed = null;
        if (isset($record['exchange'], $record['ticker'])) {
            $code = Exchange::query()->where('name', $record['exchange'])->value('code') ?? strtoupper($record['exchange']);
            $listed = $this->pass->companies->certain("{$code}:".strtoupper($record['ticker']));
        }

        $found = $listed ?? ($this->pass->companies->certain($record['isin'] ?? '') ?? self::called($record['name']));
        // A ticker without its exchange is one of the company's.
        $ofTicker = isset($record['exchange']) ? null : $this->pass->companies->certain($record['ticker'] ?? '');
        $isListed = $listed !== null || ($ofTicker !== null && $ofTicker === $found);

        return [$found, $isListed];
    }

    /** @return bool whether its main share had no such number, or another */
    private function identify(int $company, ?string $isin): bool
    {
        if ($isin === null) {
            return false;
        }
        $isin = strtoupper($isin);
        if (! Isin::isValid($isin)) {
            throw Refusal::because(Words::say('is_no_isin_its_check_digit', isin: $isin));
        }
        $share = $this->pass->companies->read($company)->security;

        return app(ShareListings::class)->identify($this->by, $share, 'isin', $isin)[0] !== 'same';
    }

    private static function called(string $name): ?int
    {
        $id = Company::query()->where('name', $name)->value('id');

        return $id === null ? null : (int) $id;
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{name: string, country?: string, sector?: string, template?: string, reporting_currency?: string,
     *     fiscal_year_end_month?: int, description?: string}
     */
    private function values(array $record): array
    {
        $values = ['name' => mb_substr($record['name'], 0, 160)];
        if (isset($record['country'])) {
            $values['country'] = strtoupper($record['country']);
            preg_match('/^[A-Z]{2}$/D', $values['country']) === 1 || throw Refusal::because(Words::say('a_country_is_a_code_of'));
        }
        isset($record['sector']) && ($values['sector'] = strtoupper($record['sector']));
        isset($record['currency']) && ($values['reporting_currency'] = self::currency($record['currency']));
        isset($record['description']) && ($values['description'] = mb_substr($record['description'], 0, 4000));
        isset($record['year_end']) && ($values['fiscal_year_end_month'] = self::month($record['year_end']));
        if (isset($record['kind'])) {
            $values['template'] = self::model($record['kind'])->value;
        }

        return $values;
    }

    private static function currency(string $text): string
    {
        $code = strtoupper(trim($text));

        return preg_match('/^[A-Z]{3}$/D', $code) === 1
            ? $code
            : throw Refusal::because(Words::say('is_no_currency_code_of_three_letters', currency: $text));
    }

    /** The month a fiscal year ends in, from "12", "31 December", "12-31" or "--06-30". */
    public static function month(string $text): int
    {
        $folded = strtolower($text);
        foreach (self::MONTHS as $i => $month) {
            if (preg_match("/\\b{$month}/", $folded) === 1) {
                return $i + 1;
            }
        }
        $month = preg_match('/^\D*(\d{1,2})(?:[-\/.](\d{1,2}))?\D*$/D', $text, $m) === 1 ? (int) $m[1] : 0;

        return $month >= 1 && $month <= 12 ? $month : throw Refusal::because(Words::say('is_no_month_a_year_ends_in', text: $text));
    }

    private static function model(string $text): ReportingModel
    {
        foreach (ReportingModel::ofBusinesses() as $model) {
            if (in_array(strtolower(trim($text)), [$model->value, strtolower($model->label())], true)) {
                return $model;
            }
        }

        throw Refusal::because(
            Words::say(
                'is_no_kind_of_business_write',
                text: $text,
                kinds: implode(', ', array_map(static fn (ReportingModel $model): string => $model->value, ReportingModel::ofBusinesses())),
            ),
        );
    }
}
