<?php

declare(strict_types=1);

namespace App\Storage\Identity;

use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Identity\AmbiguousReference;
use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use Logion\Identity\Reference;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Who is meant by a reference, and what companies are called on a day. */
final class Identities
{
    /** A day after all others: what is known last. */
    public const LATEST = 99991231;

    private const LISTINGS = 'select l.id, s.company_id, l.security_id, e.code, l.ticker, l.currency,
            l.from_day, l.to_day, l.main, l.ended_because
        from listings l join securities s on s.id = l.security_id join exchanges e on e.id = l.exchange_id';

    private const MAIN_FIRST = ' order by s.main desc, s.id, l.main desc, l.from_day, l.id';

    /** Companies asked for together. */
    private const TOGETHER = 500;

    /** @var array<string, \PDOStatement> */
    private array $statements = [];

    /**
     * The company a reference means on a day.
     *
     * @throws NotFoundHttpException if there is none; names the nearest ones
     * @throws AmbiguousReference if it could be several
     */
    public function company(string $text, int $day = self::LATEST): int
    {
        $reference = Reference::read($text);
        try {
            $listing = $reference?->among($this->withTicker($reference->ticker), $day);
        } catch (AmbiguousReference $ambiguous) {
            throw new AmbiguousReference(
                $ambiguous->reference,
                $ambiguous->choices,
                DB::table('companies')->whereIn('id', $ambiguous->choices)->pluck('name', 'id')->all(),
            );
        }

        return $listing->company ?? throw new NotFoundHttpException($this->unknown($text, $reference));
    }

    /** @return list<DatedListing> all listings of companies that ever had a ticker */
    public function withTicker(string $ticker): array
    {
        return $this->read(self::LISTINGS.' where l.ticker = ? and s.company_id is not null', $ticker);
    }

    /** @return list<DatedListing> of all its securities, main ones first, by first day */
    public function ofCompany(int $company): array
    {
        return $this->read(self::LISTINGS.' where s.company_id = ?'.self::MAIN_FIRST, $company);
    }

    /**
     * Those of the main class of each, whose prices stand for the company.
     *
     * @param  list<int>  $companies
     * @return array<int, non-empty-list<DatedListing>> by company, one after another; none of one that has no share
     */
    public function mainListings(array $companies): array
    {
        return array_map(self::mainOf(...), self::ofCompanies($companies));
    }

    /** @return list<DatedListing> of all companies, main ones of each first, by first day */
    public function listings(): array
    {
        return $this->read(
            self::LISTINGS.' where s.company_id > ? order by s.company_id, s.main desc, s.id, l.main desc, l.from_day, l.id',
            0,
        );
    }

    /** @return list<DatedListing> of all indices; they have no company */
    public function indices(): array
    {
        return $this->read(self::LISTINGS." where s.kind = 'index' and s.id > ? order by l.id", 0);
    }

    /** @return list<DatedListing> of an index or another security, main ones first, by first day */
    public function ofSecurity(int $security): array
    {
        return $this->read(self::LISTINGS.' where l.security_id = ? order by l.main desc, l.from_day, l.id', $security);
    }

    /**
     * Of many securities at once.
     *
     * @param  list<int>  $securities
     * @return array<int, array{listings: list<DatedListing>, reference: string}> by security; its listings, main ones first, by first day,
     *     and how it can be referred to whatever the day
     */
    public function ofSecurities(array $securities): array
    {
        if ($securities === []) {
            return [];
        }
        $in = implode(',', array_map(intval(...), $securities));
        $listings = $all = [];
        foreach (self::readOnce(self::LISTINGS." where l.security_id in ({$in}) order by l.main desc, l.from_day, l.id") as $of) {
            $listings[$of->security][] = $of;
        }
        $same = "select ticker from listings where security_id in ({$in})";
        $byTicker = self::withTickers($same);
        foreach ($listings as $security => $own) {
            $latest = DatedListing::nearest($own, self::LATEST) ?? $own[0];
            $all[$security] = [
                'listings' => $own,
                'reference' => (string) Reference::lasting($latest, $byTicker[$latest->ticker] ?? [$latest]),
            ];
        }

        return $all;
    }

    public function of(int $company, int $day = self::LATEST): ?CompanyIdentity
    {
        $row =
            $this->rows(
                'select name, country, sector, template, reporting_currency, fiscal_year_end_month, fiscal_years, description '.
                    'from companies where id = ?',
                $company,
            )[0] ?? null;
        $listings = $this->ofCompany($company);
        if ($row === null || $listings === []) {
            return null;
        }
        $former = $this->former($company);
        $securities = array_map(
            static fn (array $of): array => [
                'id' => (int) $of['id'],
                'kind' => (string) $of['kind'],
                'name' => (string) $of['name'],
                'main' => (bool) $of['main'],
                'entitlement' => (float) $of['entitlement'],
            ],
            $this->rows('select id, kind, name, main, entitlement from securities where company_id = ? order by main desc, id', $company),
        );
        $main = $securities[0]['id'];
        $listing = self::latest($listings);

        return new CompanyIdentity(
            $company,
            $this->written($listing),
            $former->on(FormerValues::NAME, (string) $row['name'], $day),
            (string) $row['country'],
            $former->on(FormerValues::SECTOR, (string) $row['sector'], $day),
            (string) $row['template'],
            $former->on(FormerValues::REPORTING_CURRENCY, (string) $row['reporting_currency'], $day),
            (int) $former->on(FormerValues::FISCAL_YEAR_END, (string) $row['fiscal_year_end_month'], $day),
            (string) $row['description'],
            $main,
            $securities,
            $listings,
            $former->until($day),
            $day,
            isset($row['fiscal_years']) ? (string) $row['fiscal_years'] : null,
            $former->span(FormerValues::FISCAL_YEAR_END, $day),
        );
    }

    public function former(int $company): FormerValues
    {
        return new FormerValues(
            array_map(
                static fn (array $row): array => [(string) $row['attribute'], (string) $row['value'], (int) $row['until_day']],
                $this->rows('select attribute, value, until_day from former_attributes where company_id = ? order by until_day', $company),
            ),
        );
    }

    /** @return list<int> days on which a company's name, sector, currencies or listing changed */
    public function changes(int $company): array
    {
        $starts = array_map(static fn (DatedListing $listing): int => $listing->from, $this->ofCompany($company));

        return array_values(array_unique([...$this->former($company)->changes(), ...array_filter($starts)]));
    }

    /**
     * How many companies can be referred to, whatever the day.
     *
     * @param  iterable<int>  $companies
     * @return array<int, string> by company
     */
    public function references(iterable $companies): array
    {
        $references = [];
        foreach ($companies as $company) {
            $references[$company] = '';
        }
        foreach (array_chunk(array_keys($references), self::TOGETHER) as $some) {
            $in = implode(',', $some);
            $same = "select ticker from listings join securities on securities.id = security_id where company_id in ({$in})";
            $byTicker = self::withTickers($same);
            foreach (self::ofCompanies($some) as $company => $own) {
                $latest = self::latest($own);
                $references[$company] = (string) Reference::lasting($latest, $byTicker[$latest->ticker]);
            }
        }

        return $references;
    }

    public function reference(int $company): string
    {
        return $this->references([$company])[$company];
    }

    /**
     * @param  list<int>  $companies
     * @return array<int, non-empty-list<DatedListing>> by company: all its listings, main ones first, by first day
     */
    private static function ofCompanies(array $companies): array
    {
        $listings = [];
        foreach (array_chunk($companies, self::TOGETHER) as $some) {
            $in = implode(',', $some);
            foreach (self::readOnce(self::LISTINGS." where s.company_id in ({$in})".self::MAIN_FIRST) as $of) {
                $listings[$of->company][] = $of;
            }
        }

        return $listings;
    }

    private function written(DatedListing $listing): string
    {
        return (string) Reference::lasting($listing, $this->withTicker($listing->ticker));
    }

    /**
     * The latest listing of the main class.
     *
     * @param  non-empty-list<DatedListing>  $listings  of a company, main ones first
     */
    private static function latest(array $listings): DatedListing
    {
        return DatedListing::nearest(self::mainOf($listings), self::LATEST) ?? $listings[0];
    }

    /**
     * @param  non-empty-list<DatedListing>  $listings  of a company, main ones first
     * @return non-empty-list<DatedListing> of its main class, those whose prices make its series; any where none does
     */
    private static function mainOf(array $listings): array
    {
        return DatedListing::mainOf($listings[0]->security, $listings) ?: [$listings[0]];
    }

    /** @return array<string, string> name by code */
    public function exchanges(): array
    {
        return DB::table('exchanges')->orderBy('id')->pluck('name', 'code')->all();
    }

    /** @return array<string, string> of a security, by scheme, as they were stored */
    public function identifiers(int $security): array
    {
        return DB::table('identifiers')->where('security_id', $security)->orderBy('id')->pluck('value', 'scheme')->map(strval(...))->all();
    }

    /**
     * Every company as it is called now, with what else finds it: other tickers it has or had, former names, identifiers.
     *
     * @return array<int, array{reference: string, name: string, listed: bool, also: list<string>}> by company
     */
    public function all(): array
    {
        $listings = $byTicker = $also = $all = [];
        foreach ($this->listings() as $listing) {
            $listings[$listing->company][] = $listing;
            $byTicker[$listing->ticker][] = $listing;
            $also[$listing->company][] = $listing->ticker;
        }
        foreach (
            DB::table('former_attributes')
                ->where('attribute', FormerValues::NAME)
                ->get(['company_id', 'value']) as $row
        ) {
            $also[(int) $row->company_id][] = (string) $row->value;
        }
        foreach (
            DB::table('identifiers')
                ->join('securities', 'securities.id', '=', 'security_id')
                ->whereNotNull('company_id')
                ->get(['company_id', 'value']) as $row
        ) {
            $also[(int) $row->company_id][] = (string) $row->value;
        }
        foreach (DB::table('companies')->orderBy('id')->pluck('name', 'id') as $id => $name) {
            if (isset($listings[$id])) {
                $main = self::latest($listings[$id]);
                $all[(int) $id] = [
                    'reference' => (string) Reference::lasting($main, $byTicker[$main->ticker]),
                    'name' => (string) $name,
                    'listed' => $main->to === null,
                    'also' => array_values(array_unique($also[$id])),
                ];
            }
        }

        return $all;
    }

    /** @return list<DatedListing> */
    private function read(string $query, int|string $parameter): array
    {
        return self::dated($this->rows($query, $parameter));
    }

    /** @return list<DatedListing> of a query that names what it asks for, so that it is not worth to be kept prepared */
    private static function readOnce(string $query): array
    {
        $rows = DB::connection()->getPdo()->query($query);

        return self::dated($rows === false ? [] : $rows->fetchAll(\PDO::FETCH_ASSOC));
    }

    /** @return array<string, list<DatedListing>> by ticker, all listings of companies that ever had one of those a query names */
    private static function withTickers(string $query): array
    {
        $byTicker = [];
        foreach (self::readOnce(self::LISTINGS." where s.company_id is not null and l.ticker in ({$query})") as $of) {
            $byTicker[$of->ticker][] = $of;
        }

        return $byTicker;
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return list<DatedListing>
     */
    private static function dated(array $rows): array
    {
        return array_map(
            static fn (array $l): DatedListing => new DatedListing(
                (int) $l['id'],
                (int) $l['company_id'],
                (int) $l['security_id'],
                (string) $l['code'],
                (string) $l['ticker'],
                (string) $l['currency'],
                (int) $l['from_day'],
                $l['to_day'] === null ? null : (int) $l['to_day'],
                (bool) $l['main'],
                $l['ended_because'],
            ),
            $rows,
        );
    }

    /** @return list<array<string, mixed>> */
    private function rows(string $query, int|string $parameter): array
    {
        $connection = DB::connection()->getPdo();
        $statement = $this->statements[spl_object_id($connection).$query] ??= $connection->prepare($query);
        $statement->execute([$parameter]);

        return $statement->fetchAll(\PDO::FETCH_ASSOC);
    }

    private function unknown(string $text, ?Reference $reference): string
    {
        $near = [];
        foreach (
            DB::table('listings')
                ->join('securities', 'securities.id', '=', 'security_id')
                ->whereNotNull('company_id')
                ->distinct()
                ->pluck('ticker') as $known
        ) {
            $near[$known] = levenshtein(strtoupper(substr($reference->ticker ?? $text, 0, 12)), (string) $known);
        }
        asort($near);

        return Words::say(
            'no_company_has_the_ticker_near',
            ticker: mb_substr($text, 0, 40),
            near: implode(', ', array_slice(array_keys($near), 0, 3)),
        );
    }
}
