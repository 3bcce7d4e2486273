<?php

declare(strict_types=1);

namespace App\Storage;

use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Generator;
use Illuminate\Database\Query\Builder;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Unit;
use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use Logion\Market\Consensus;
use Logion\Market\CorporateActions;
use Logion\Market\InsiderTrades;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Reporting\FiledFact;
use Logion\Reporting\FiledFacts;
use Logion\Reporting\FormerCurrency;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\ShareClass;
use Logion\Reporting\ShareClasses;
use Logion\ValueMethod\ScopeWorths;
use PDO;

/**
 * Turns stored rows into the core's read model of a company. Rows are read as plain arrays: a company has thousands.
 */
final class CompanyReader
{
    /** Columns of bars. */
    private const DAY = 0;

    private const HIGH = 1;

    private const LOW = 2;

    private const CLOSE = 3;

    private const VOLUME = 4;

    /** Nobody else writes while they are packed. */
    private const PACKED_TOGETHER = 50;

    /** Securities whose prices are read together. */
    private const READ_TOGETHER = 50;

    /** @var array<string, PriceSeries|null> by exchange */
    private array $indices = [];

    /** @var array<string, \PDOStatement> */
    private array $statements = [];

    public function __construct(
        private readonly Identities $identities,
        private readonly EconomyReader $economy,
        private readonly PackedRows $packed,
    ) {
    }

    /**
     * @param  Viewpoint|null  $as  whose corrections, one-offs and choice of template count; nobody's by default
     * @param  bool  $accountsOnly  leaves out prices (but not splits), index, estimates and observations, which take most of the time
     * @param  int  $on  day on whose name, sector, currencies and listing the company is read
     */
    public function read(int $companyId, ?Viewpoint $as = null, bool $accountsOnly = false, int $on = Identities::LATEST): ?CompanyData
    {
        $identity = $this->identities->of($companyId, $on);
        if ($identity === null) {
            return null;
        }
        $periodEnds = $titles = $filedOn = [];
        foreach (
            $this->rows(
                'select id, period, period_end, filed_on, title from filings where company_id = ? order by filed_on, id',
                $companyId,
            ) as $filing
        ) {
            if (! $identity->countsPeriodsAsOn((int) $filing['filed_on'])) {
                continue;
            }
            $periodEnds[(int) $filing['period']] = (int) $filing['period_end'];
            $titles[(int) $filing['id']] = (string) $filing['title'];
            $filedOn[(int) $filing['id']] = (int) $filing['filed_on'];
        }
        [$lines, $periods, $values, $filings] = $this->packed->columns('facts', $companyId);
        $facts = FiledFacts::ofColumns($lines, $periods, $values, $filings, $filedOn);
        $former = $this->formerCurrency($identity);
        if ($former !== null) {
            $facts = FiledFacts::of(array_filter(array_map($former->fact(...), iterator_to_array($facts, false))));
        }
        $counts = count($identity->securities) > 1 ? $this->classCounts($identity, $filedOn) : [];
        $corrections = $as?->corrections($companyId) ?? [];
        $facts = $facts->with([...ShareClasses::totals($facts, array_values($counts)), ...$corrections]);
        $calendar = $identity->calendar();
        foreach ($corrections as $correction) {
            $periodEnds[$correction->period] ??= $calendar->end($correction->period);
        }
        $listing = $identity->listing();
        $series = $identity->main($identity->security);
        $prices = $accountsOnly
            ? new PriceSeries([], [], actions: $this->actions($identity->security, $listing->currency))
            : $this->ownPrices($identity);

        return new CompanyData(
            $companyId,
            $identity->reference,
            $as?->template($companyId) ?? ReportingModel::from($identity->template),
            $identity->sector,
            $identity->reportingCurrency,
            $listing->currency,
            $facts,
            $periodEnds,
            $prices,
            $accountsOnly ? null : $this->index($listing->exchange),
            $accountsOnly ? new Consensus() : $this->expectations($identity, $former),
            $titles,
            $accountsOnly
                ? []
                : [
                    ...$this->observations($companyId, $prices->actions, $series, $listing->currency),
                    ...array_filter([Catalogue::CHOSEN_COST => $as?->costOfCapital($companyId)]),
                ],
            $as?->oneOffs($companyId) ?? [],
            $accountsOnly ? [] : $this->otherClasses($identity, $counts),
            $former,
            $accountsOnly ? null : new ScopeWorths(),
        );
    }

    /**
     * What a share did and what the index of its exchange did, without all that is filed.
     *
     * @param  int  $on  last day known
     * @return array{PriceSeries, PriceSeries|null} on the share basis of that day
     */
    public function traded(int $companyId, int $on): array
    {
        $identity = $this->identities->of($companyId, $on) ?? throw new \LogicException("There is no company {$companyId}.");

        return [$this->ownPrices($identity)->asOf($on), $this->index($identity->listing()->exchange)?->asOf($on)];
    }

    /** Daily bars of the main class of a company, in the currency it is traded in on the day of its identity. */
    public function ownPrices(CompanyIdentity $identity): PriceSeries
    {
        return $this->series($identity->security, $identity->main($identity->security), $identity->listing()->currency);
    }

    /** Figures of reports that were made out in a currency the company does not report in any more; null where there are none. */
    public function formerCurrency(CompanyIdentity $identity): ?FormerCurrency
    {
        $former = [];
        foreach ($identity->former->former as [$attribute, $value, $until]) {
            if ($attribute === FormerValues::REPORTING_CURRENCY) {
                $former[] = [$value, $until];
            }
        }

        return $former === []
            ? null
            : new FormerCurrency(
                $former,
                $identity->reportingCurrency,
                $this->economy->read()->exchange(...),
                $identity->calendar()->end(...),
            );
    }

    /** Daily bars of an index or another security with its splits and dividends, in the currency it is listed in now. */
    public function prices(int $securityId): PriceSeries
    {
        $listings = $this->mainOf($securityId);

        return $this->series($securityId, $listings, self::currencyOf($listings));
    }

    /**
     * Closes of hundreds of securities that are followed over years, without ranges and volumes, each in the currency it is listed in now.
     * What is known of many is asked for together.
     *
     * @param  array<int, non-empty-list<DatedListing>>  $listings  those of each that follow one another
     * @return Generator<int, array{string, PriceSeries}> by the same keys, in the same order: the currency and the closes
     */
    public function closesOf(array $listings): Generator
    {
        foreach (array_chunk($listings, self::READ_TOGETHER, true) as $some) {
            $ids = array_column(array_merge(...$some), 'id');
            $bars = $this->packed->columnsOf('bars', $ids, [self::DAY, self::CLOSE]);
            $currencies = array_map(self::currencyOf(...), $some);
            $actions = $this->actionsOf(array_combine(array_map(static fn (array $its): int => $its[0]->security, $some), $currencies));
            foreach ($some as $key => $its) {
                yield $key => [$currencies[$key], $this->seriesOf($its, $currencies[$key], $bars, $actions[$its[0]->security])];
            }
        }
    }

    /** @return non-empty-list<DatedListing> the listings of a security whose prices make its series */
    private function mainOf(int $securityId): array
    {
        return DatedListing::mainOf($securityId, $this->identities->ofSecurity($securityId)) ?:
            throw new \LogicException("Security {$securityId} has no listing.");
    }

    /** @param  non-empty-list<DatedListing>  $listings  of a security */
    private static function currencyOf(array $listings): string
    {
        return (DatedListing::nearest($listings, Identities::LATEST) ?? $listings[0])->currency;
    }

    /** @param  list<DatedListing>  $listings  one after another */
    private function series(int $securityId, array $listings, string $currency): PriceSeries
    {
        $bars = [];
        foreach ($listings as $listing) {
            $bars[$listing->id] = $this->packed->columns('bars', $listing->id);
        }

        return $this->seriesOf($listings, $currency, $bars, $this->actions($securityId, $currency));
    }

    /**
     * @param  list<DatedListing>  $listings  one after another
     * @param  array<int, array<int, list<mixed>>>  $columns  bars by listing: day, close and perhaps the others
     */
    private function seriesOf(array $listings, string $currency, array $columns, CorporateActions $actions): PriceSeries
    {
        $bars = [];
        foreach ($listings as $nth => $listing) {
            $next = $listings[$nth + 1]->from ?? PHP_INT_MAX;
            $own = $columns[$listing->id];
            if (count($listings) === 1) {
                $bars = $own;
                break;
            }
            foreach ($own[self::DAY] as $i => $day) {
                $rate =
                    $day < $next && ($nth === 0 || $day >= $listing->from)
                        ? $this->economy->read()->exchange($listing->currency, $currency, $day)
                        : null;
                foreach ($rate === null ? [] : $own as $column => $values) {
                    $bars[$column][] = in_array($column, [self::DAY, self::VOLUME], true) ? $values[$i] : $values[$i] * $rate;
                }
            }
        }

        return new PriceSeries(
            $bars[self::DAY] ?? [],
            $bars[self::CLOSE] ?? [],
            $bars[self::HIGH] ?? null,
            $bars[self::LOW] ?? null,
            $bars[self::VOLUME] ?? null,
            $actions,
        );
    }

    /** Splits, what was given in kind, and dividends in a currency; a dividend paid in one whose rate is not known is left out. */
    private function actions(int $securityId, string $currency): CorporateActions
    {
        return $this->actionsOf([$securityId => $currency])[$securityId];
    }

    /**
     * @param  non-empty-array<int, string>  $currencies  by security
     * @return array<int, CorporateActions> by security
     */
    private function actionsOf(array $currencies): array
    {
        $securities = array_keys($currencies);
        $among = 'where security_id in ('.implode(', ', array_fill(0, count($securities), '?')).') order by ex_date';
        $splits = $inKind = $dividends = [];
        foreach ($this->rows("select security_id, kind, ex_date, ratio from corporate_actions {$among}", ...$securities) as $row) {
            $event = [(int) $row['ex_date'], (float) $row['ratio']];
            if ($row['kind'] === 'split') {
                $splits[$row['security_id']][] = $event;
            } else {
                $inKind[$row['security_id']][] = $event;
            }
        }
        foreach ($this->rows("select security_id, ex_date, amount, currency from dividends {$among}", ...$securities) as $row) {
            $currency = $currencies[$row['security_id']];
            $rate =
                $row['currency'] === $currency
                    ? 1.0
                    : $this->economy->read()->exchange((string) $row['currency'], $currency, (int) $row['ex_date']);
            if ($rate !== null) {
                $dividends[$row['security_id']][] = [(int) $row['ex_date'], $row['amount'] * $rate];
            }
        }

        $actions = [];
        foreach ($securities as $id) {
            $actions[$id] = new CorporateActions($splits[$id] ?? [], $dividends[$id] ?? [], $inKind[$id] ?? []);
        }

        return $actions;
    }

    /**
     * The count of each class of shares, as reports give them.
     *
     * @param  array<int, int>  $filedOn  day by filing
     * @return array<int, array{entitlement: float, counts: list<FiledFact>}> by security
     */
    private function classCounts(CompanyIdentity $identity, array $filedOn): array
    {
        $reported = $this->rows(
            "select member, period, value, filing_id from breakdown_facts where company_id = ? and axis = 'class' and line = '".
                ShareClass::COUNT.
                "'",
            $identity->id,
        );
        $classes = [];
        foreach ($identity->securities as $security) {
            $own = array_filter(
                $reported,
                static fn (array $row): bool => isset($filedOn[(int) $row['filing_id']]) &&
                    ShareClasses::isNamed((string) $row['member'], $security['name']),
            );
            $classes[$security['id']] = [
                'entitlement' => $security['entitlement'],
                'counts' => array_values(
                    array_map(
                        static fn (array $row): FiledFact => new FiledFact(
                            ShareClass::COUNT,
                            (int) $row['period'],
                            (float) $row['value'],
                            $filedOn[(int) $row['filing_id']],
                            (int) $row['filing_id'],
                        ),
                        $own,
                    ),
                ),
            ];
        }

        return $classes;
    }

    /**
     * The classes of shares that are listed beside the main one.
     *
     * @param  array<int, array{entitlement: float, counts: list<FiledFact>}>  $counts  by security
     * @return list<ShareClass>
     */
    private function otherClasses(CompanyIdentity $identity, array $counts): array
    {
        $classes = [];
        foreach ($identity->securities as $security) {
            $listings = $identity->main($security['id']);
            $latest = DatedListing::nearest($listings, $identity->day);
            if ($security['id'] !== $identity->security && $security['kind'] === 'share' && $latest !== null) {
                $prices = $this->series($security['id'], $listings, $latest->currency);
                $classes[] = new ShareClass(
                    $security['name'],
                    $prices,
                    $latest->currency,
                    $security['entitlement'],
                    $counts[$security['id']]['counts'] ?? [],
                );
            }
        }

        return $classes;
    }

    /** Prices were added: indices are read again. */
    public function forget(): void
    {
        $this->indices = [];
    }

    /** The index of an exchange, read once. */
    public function index(string $exchange): ?PriceSeries
    {
        if (! array_key_exists($exchange, $this->indices)) {
            $id = DB::table('exchanges')->where('code', $exchange)->value('index_id');
            $this->indices[$exchange] = $id === null ? null : $this->prices((int) $id);
        }

        return $this->indices[$exchange];
    }

    /**
     * @param  list<DatedListing>  $listings  prices that were observed are in the currency of the listing of their day
     * @return array<string, array{days: list<int>, values: list<float>}>
     */
    private function observations(int $companyId, CorporateActions $actions, array $listings, string $currency): array
    {
        $redenominated = array_filter($listings, static fn (DatedListing $listing): bool => $listing->currency !== $currency) !== [];
        [$names, $days, $values] = $this->packed->columns('observations', $companyId);
        foreach ($redenominated ? $names : [] as $i => $name) {
            $rate =
                Catalogue::builtIn()->unit($name) === Unit::MoneyPerShare
                    ? $this->economy
                        ->read()
                        ->exchange(DatedListing::nearest($listings, $days[$i])->currency ?? $currency, $currency, $days[$i])
                    : 1.0;
            if ($rate === null) {
                unset($names[$i]);
            } else {
                $values[$i] *= $rate;
            }
        }
        $daysOf = $valuesOf = $observations = [];
        foreach ($names as $i => $name) {
            $daysOf[$name][] = $days[$i];
            $valuesOf[$name][] = $values[$i];
        }
        foreach ($daysOf as $name => $its) {
            $observations[$name] = ['days' => $its, 'values' => $valuesOf[$name]];
        }
        $trades = array_map(
            static fn (array $row): array => ['day' => (int) $row['day'], 'shares' => (float) $row['shares']],
            $this->rows('select day, shares from insider_trades where company_id = ? order by day', $companyId),
        );

        return InsiderTrades::inPlaceOfPublished($observations, $trades, $actions);
    }

    /** @param  FormerCurrency|null  $former  what was expected then is in the currency reported in then */
    private function expectations(CompanyIdentity $identity, ?FormerCurrency $former): Consensus
    {
        [$lines, $periods, $days, $means, $deviations, $analysts, $highs, $lows] = $this->packed->columns('estimates', $identity->id);
        $rates = $former === null && $identity->yearEndSpan === CompanyIdentity::ALWAYS ? null : array_fill(0, count($lines), 1.0);
        foreach ($former === null ? [] : $lines as $i => $line) {
            $rates[$i] = (LineItems::find($line)->unit ?? Unit::Money)->isMoney() ? $former->rateOn($days[$i]) : 1.0;
        }

        foreach ($identity->yearEndSpan === CompanyIdentity::ALWAYS ? [] : $days as $i => $day) {
            // Years that ended in another month are not those that are expected now.
            $rates[$i] = $identity->countsPeriodsAsOn($day) ? $rates[$i] : null;
        }

        return new Consensus($lines, $periods, $days, $means, $deviations, $analysts, $highs, $lows, $rates);
    }

    /**
     * Keeps packed what reading some companies takes.
     *
     * @param  list<int>  $companies
     */
    public function keepPacked(array $companies): void
    {
        $listings = DB::table('listings')
            ->join('securities', 'securities.id', '=', 'security_id')
            ->whereIn('company_id', $companies)
            ->where('listings.main', true)
            ->pluck('listings.id')
            ->map(intval(...));
        $this->packed->keep(['bars' => $listings->all(), 'facts' => $companies, 'estimates' => $companies, 'observations' => $companies]);
    }

    /** Keeps packed what is told of those not in the universe of today: who held them and back-tests read it. */
    public function keepDelistedPacked(): void
    {
        $without = static fn (string $table, string $source): Collection => DB::table($table)
            ->leftJoin(
                'packed_rows',
                static fn (JoinClause $of) => $of->on('packed_rows.owner', '=', "{$table}.id")->where('packed_rows.source', $source),
            )
            ->whereNull('packed_rows.owner')
            ->when($table === 'listings', static fn (Builder $query) => $query->where('listings.main', true))
            ->pluck("{$table}.id")
            ->map(intval(...))
            ->chunk(self::PACKED_TOGETHER);
        foreach ($without('companies', 'facts') as $some) {
            $this->keepPacked($some->values()->all());
        }
        foreach ($without('listings', 'bars') as $some) {
            $this->packed->keep(['bars' => $some->values()->all()]);
        }
    }

    /** @return list<array<string, mixed>> */
    private function rows(string $query, int ...$parameters): array
    {
        $statement = $this->statement($query);
        $statement->execute($parameters);

        return $statement->fetchAll(PDO::FETCH_ASSOC);
    }

    private function statement(string $query): \PDOStatement
    {
        return $this->statements[$query] ??= DB::connection()->getPdo()->prepare($query);
    }
}
