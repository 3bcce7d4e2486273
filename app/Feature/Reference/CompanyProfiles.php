<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Company;
use App\Models\Exchange;
use App\Models\Identifier;
use App\Models\Listing;
use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\CompanyRefresh;
use Logion\Figure\Words;
use Logion\Identity\FormerValues;
use Logion\Identity\Isin;
use Logion\Intake\Refusal;
use Logion\Reference\IndustryTree;

/** What is known of companies besides their figures: made, changed as of a day, removed while nothing is built on them. */
final readonly class CompanyProfiles
{
    /** A sector nobody named. */
    public const NO_SECTOR = '00';

    public function __construct(private ChangeLog $log, private CompanyRefresh $refresh)
    {
    }

    /**
     * @param  array{name: string, exchange: string, ticker: string, template: string, reporting_currency: string,
     *     fiscal_year_end_month: int, country?: string|null, sector?: string|null, description?: string|null, currency?: string|null,
     *     isin?: string|null, listed_from?: int|null}  $profile  currency is that of trading
     * @return int the company
     *
     * @throws Refusal if a name, ticker or identifier is taken or is none
     */
    public function create(?User $by, array $profile): int
    {
        $exchange =
            Exchange::query()->where('code', $profile['exchange'])->first() ??
            throw Refusal::because(Words::say('there_is_no_exchange_make_it', exchange: $profile['exchange']));
        self::refuseName($profile['name'], null);
        self::refuseSector($profile['sector'] ?? null);
        if (Listing::query()->where('exchange_id', $exchange->id)->where('ticker', $profile['ticker'])->whereNull('to_day')->exists()) {
            throw Refusal::because(Words::say('is_already_a_ticker_on', ticker: $profile['ticker'], name: $exchange->name));
        }
        self::refuseIsin($profile['isin'] ?? null);

        return $this->log->record($by, Words::say('company_made', name: $profile['name']), static function (ChangeLog $log) use (
            $profile,
            $exchange,
        ): int {
            $company = $log->insert('companies', [
                'name' => $profile['name'],
                'country' => $profile['country'] ?? $exchange->country,
                'sector' => $profile['sector'] ?? self::NO_SECTOR,
                'template' => $profile['template'],
                'reporting_currency' => $profile['reporting_currency'],
                'fiscal_year_end_month' => $profile['fiscal_year_end_month'],
                'description' => $profile['description'] ?? '',
            ]);
            $security = $log->insert('securities', ['company_id' => $company, 'kind' => 'share', 'name' => 'Ordinary shares']);
            $log->insert('listings', [
                'security_id' => $security,
                'exchange_id' => $exchange->id,
                'ticker' => $profile['ticker'],
                'currency' => $profile['currency'] ?? $exchange->currency,
                'from_day' => $profile['listed_from'] ?? 0,
            ]);
            if (($profile['isin'] ?? null) !== null) {
                $log->insert('identifiers', ['security_id' => $security, 'scheme' => 'isin', 'value' => $profile['isin']]);
            }

            return $company;
        });
    }

    /**
     * @param  array{name?: string, country?: string, sector?: string, template?: string, reporting_currency?: string,
     *     fiscal_year_end_month?: int, description?: string}  $values
     * @param  int|null  $since  the day from which the new name, sector or currency is so; what was before is kept until it. Without
     *     one the old value was wrong at all times
     *
     * @throws Refusal if a name is taken, a sector is none, or a later change is known
     */
    public function change(?User $by, int $company, array $values, ?int $since = null): void
    {
        $this->amend($by, $company, $values, $since) && $this->refresh->companies([$company => 0]);
    }

    /**
     * The same for one of many that are brought up to date together.
     *
     * @param  array{name?: string, country?: string, sector?: string, template?: string, reporting_currency?: string,
     *     fiscal_year_end_month?: int, description?: string}  $values
     * @return bool whether something changed
     *
     * @throws Refusal as {@see change()}
     */
    public function amend(?User $by, int $company, array $values, ?int $since = null): bool
    {
        $before = Company::query()->findOrFail($company);
        isset($values['name']) && self::refuseName($values['name'], $company);
        self::refuseSector($values['sector'] ?? null);
        $changed = array_filter(
            $values,
            static fn (mixed $value, string $key): bool => (string) $value !== (string) $before->getRawOriginal($key),
            ARRAY_FILTER_USE_BOTH,
        );
        if ($changed === []) {
            return false;
        }
        $this->log->record($by, Words::say('company_changed', name: $before->name), static function (ChangeLog $log) use (
            $before,
            $changed,
            $since,
        ): void {
            foreach (array_intersect_key(FormerValues::attributes(), $since === null ? [] : $changed) as $attribute => $label) {
                $later = $before->formerAttributes()->where('attribute', $attribute)->where('until_day', '>=', $since)->exists();
                if ($later) {
                    throw Refusal::because(Words::say('a_later_change_of_its_is', label: $label));
                }
                $log->insert('former_attributes', [
                    'company_id' => $before->id,
                    'attribute' => $attribute,
                    'value' => (string) $before->getRawOriginal($attribute),
                    'until_day' => $since,
                ]);
            }
            $log->update('companies', ['id' => $before->id], $changed);
        });

        return true;
    }

    /** @throws Refusal if something is built on it */
    public function remove(?User $by, int $company): void
    {
        $of = Company::query()->with('securities.listings')->findOrFail($company);
        $this->log->record($by, Words::say('company_removed', name: $of->name), static function (ChangeLog $log) use ($of): void {
            foreach ($of->securities as $security) {
                foreach ($security->listings as $listing) {
                    $log->delete('listings', ['id' => $listing->id]);
                }
                foreach (Identifier::query()->where('security_id', $security->id)->pluck('id') as $identifier) {
                    $log->delete('identifiers', ['id' => $identifier]);
                }
                $log->delete('securities', ['id' => $security->id]);
            }
            $log->delete('companies', ['id' => $of->id]);
        });
    }

    private static function refuseName(string $name, ?int $unless): void
    {
        if (Company::query()->where('name', $name)->when($unless, static fn ($query) => $query->whereKeyNot($unless))->exists()) {
            throw Refusal::because(Words::say('there_is_already_a_company', name: $name));
        }
    }

    private static function refuseSector(?string $sector): void
    {
        if ($sector !== null && $sector !== self::NO_SECTOR && IndustryTree::section($sector) === null) {
            throw Refusal::because(Words::say('is_no_isic_division_or_class_write', sector: $sector));
        }
    }

    private static function refuseIsin(?string $isin): void
    {
        if ($isin === null) {
            return;
        }
        if (! Isin::isValid($isin)) {
            throw Refusal::because(Words::say('is_no_isin_its_check_digit', isin: $isin));
        }
        if (Identifier::query()->where('scheme', 'isin')->where('value', $isin)->exists()) {
            throw Refusal::because(Words::say('the_isin_belongs_to_another_security', isin: $isin));
        }
    }
}
