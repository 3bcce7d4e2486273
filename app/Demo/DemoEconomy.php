<?php

declare(strict_types=1);

namespace App\Demo;

use App\Models\Company;
use App\Models\Country;
use App\Models\Exchange;
use App\Models\Identifier;
use App\Models\Listing;
use App\Models\Security;
use App\Storage\BulkInsert;
use App\Storage\Sequences;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Unit;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\FormerCurrency;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Time\Day;

/**
 * Writes the invented economy into the database: the same seed gives the same rows.
 */
final class DemoEconomy
{
    /** Quarters are kept from this fiscal year on. */
    private const FIRST_QUARTERLY_YEAR = 2020;

    /** Metadata lines that are kept for years only. */
    private const MONEY_FREE = ['employees', 'lettable_area', 'occupied_area'];

    private BulkInsert $facts;

    private BulkInsert $filings;

    private BulkInsert $bars;

    private BulkInsert $actions;

    private BulkInsert $dividends;

    private BulkInsert $estimates;

    private BulkInsert $observations;

    private BulkInsert $members;

    private BulkInsert $breakdowns;

    private BulkInsert $holdings;

    private BulkInsert $trades;

    private int $filingId = 0;

    /** @var array<int, array<int, array{float, float}>> per exchange and day: Σ value, Σ value × return */
    private array $moves = [];

    public function __construct(private readonly int $seed = 20260630)
    {
    }

    /**
     * @param  \Closure(int, int, string): void  $progress  done, total, what
     */
    public function seed(int $companies, \Closure $progress): void
    {
        $macro = new Macro($this->seed);
        $profiles = Companies::all($companies, $this->seed);
        $total = count($profiles) + 2;
        DB::transaction(function () use ($macro, $profiles, $progress, $total): void {
            $this->facts = new BulkInsert('facts', ['company_id', 'filing_id', 'line', 'period', 'value']);
            $this->filings = new BulkInsert('filings', ['id', 'company_id', 'kind', 'period', 'period_end', 'filed_on', 'title'], 1);
            $this->bars = new BulkInsert('bars', ['listing_id', 'day', 'high', 'low', 'close', 'volume']);
            $this->actions = new BulkInsert('corporate_actions', ['security_id', 'kind', 'ex_date', 'ratio']);
            $this->dividends = new BulkInsert('dividends', ['security_id', 'ex_date', 'paid_on', 'amount', 'currency']);
            $this->estimates = new BulkInsert('estimates', [
                'company_id',
                'line',
                'period',
                'day',
                'mean',
                'deviation',
                'analysts',
                'high',
                'low',
            ]);
            $this->observations = new BulkInsert('observations', ['company_id', 'name', 'day', 'value']);
            $this->members = new BulkInsert('index_members', ['index_id', 'company_id', 'from_day', 'to_day']);
            $this->breakdowns = new BulkInsert('breakdown_facts', [
                'company_id',
                'filing_id',
                'axis',
                'member',
                'line',
                'unit',
                'period',
                'value',
            ]);
            $this->holdings = new BulkInsert('holdings', ['company_id', 'holder', 'kind', 'day', 'shares']);
            $this->trades = new BulkInsert('insider_trades', ['company_id', 'insider', 'role', 'day', 'shares', 'price']);
            $this->writeEconomy($macro);
            foreach ($profiles as $i => $profile) {
                $this->writeCompany($i + 1, $profile, $macro);
                $progress($i + 1, $total, $profile->name);
            }
            $this->writeIndices($macro, $profiles);
            $progress($total - 1, $total, 'indices');
            foreach (
                [
                    $this->filings,
                    $this->facts,
                    $this->bars,
                    $this->actions,
                    $this->dividends,
                    $this->estimates,
                    $this->observations,
                    $this->members,
                    $this->breakdowns,
                    $this->holdings,
                    $this->trades,
                ] as $table
            ) {
                $table->flush();
            }
            $progress($total, $total, 'writing');
            Sequences::catchUp();
        });
    }

    private function writeEconomy(Macro $macro): void
    {
        $rows = new BulkInsert('economy_series', ['name', 'day', 'value']);
        foreach ($macro->series as $name => $values) {
            foreach ($values as $day => $value) {
                $rows->add($name, $day, $value);
            }
        }
        $rows->flush();
        foreach (Names::COUNTRIES as $code => $name) {
            Country::query()->create(['code' => $code, 'name' => $name]);
        }
        $id = 0;
        foreach (Names::EXCHANGES as $code => [$name, $country]) {
            Exchange::query()->insert([
                'id' => ++$id,
                'code' => $code,
                'name' => $name,
                'country' => $country,
                'currency' => Names::CURRENCY,
            ]);
        }
    }

    private function writeCompany(int $id, Profile $profile, Macro $macro): void
    {
        $exchange = array_search($profile->country, array_column(Names::EXCHANGES, 1), true) + 1;
        $delisted = $profile->events['delisted'] ?? null;
        Company::query()->insert([
            'id' => $id,
            'name' => $profile->name,
            'country' => $profile->country,
            'sector' => $profile->sector,
            'template' => $profile->template,
            'reporting_currency' => $profile->reportingCurrency,
            'fiscal_year_end_month' => $profile->yearEndMonth,
            'fiscal_years' => FiscalCalendar::ENDS,
            'description' => $profile->description,
        ]);
        $identity = new IdentitySimulator($id, $exchange, $profile);
        $identity->write();
        $former = $identity->formerCurrency($this->exchangeRate(...), $macro);
        $quarters = StatementSimulator::for($profile, $macro)->run();
        $lastDay = $delisted[0] ?? Calendar::TODAY;

        $splits = $dividends = [];
        foreach ($quarters as $quarter) {
            $start = Day::plus(Calendar::quarterEnd($quarter['year'], $quarter['quarter'], $profile->yearEndMonth), -91);
            $ratio = (float) ($profile->events['split'][$quarter['year'] * 10 + $quarter['quarter']] ?? 0.0);
            if ($ratio > 0) {
                $splits[] = [Day::plus($start, 36), $ratio];
            }
            foreach ($quarter['dividends'] as [$offset, $amount]) {
                $dividends[] = [Day::plus($start, $offset), $amount];
            }
        }
        $splits = array_values(array_filter($splits, static fn (array $e): bool => $e[0] <= $lastDay));
        // A dividend is paid in the currency shares trade in.
        $dividends = array_map(
            fn (array $e): array => [$e[0], $this->inTradingCurrency($e[1], $profile, $macro, $e[0])],
            array_values(array_filter($dividends, static fn (array $e): bool => $e[0] <= $lastDay && $e[0] > 20140401)),
        );
        foreach ($splits as [$day, $ratio]) {
            $this->actions->add($id, 'split', $day, $ratio);
        }
        foreach ($dividends as [$day, $amount]) {
            $this->dividends->add($id, $day, Day::plus($day, 12), $amount, Names::CURRENCY);
        }
        $closes = $this->writePrices($identity, $exchange, $profile, $macro, $quarters, $splits, $dividends, $lastDay, $delisted);
        foreach ($identity->otherBars($closes, fn (int $day): float => $this->exchangeRate($macro, $day)) as $bar) {
            $this->bars->add(...$bar);
        }
        foreach ($dividends as [$day, $amount]) {
            foreach ($identity->otherSecurities() as $security) {
                $this->dividends->add($security, $day, Day::plus($day, 12), $amount, Names::CURRENCY);
            }
        }
        $published = $this->writeFilings($id, $profile, $quarters, $splits, $lastDay, $identity, $former);
        $shares = static function (int $day) use ($quarters, $profile): float {
            $count = $quarters[0]['shares'];
            foreach ($quarters as $quarter) {
                $count =
                    Calendar::quarterEnd($quarter['year'], $quarter['quarter'], $profile->yearEndMonth) <= $day
                        ? $quarter['shares']
                        : $count;
            }

            return 1000.0 * $count;
        };
        foreach ((new SentimentSimulator($profile))->run($closes, $published, $shares) as [$name, $day, $value]) {
            $this->observations->add($id, $name, $day, $value);
        }
        $people = (new PeopleSimulator($profile))->run($closes, $shares);
        foreach ($people['holdings'] as [$holder, $kind, $day, $count]) {
            $this->holdings->add($id, $holder, $kind, $day, $count);
        }
        foreach ($people['trades'] as [$insider, $role, $day, $count, $price]) {
            $this->trades->add($id, $insider, $role, $day, $count, $price);
        }
    }

    private function inTradingCurrency(float $amount, Profile $profile, Macro $macro, int $day): float
    {
        return $profile->reportingCurrency === Names::CURRENCY ? $amount : round($amount * $this->exchangeRate($macro, $day), 4);
    }

    private function exchangeRate(Macro $macro, int $day): float
    {
        return $macro->series['exchange_rate:'.Names::OTHER_CURRENCY][intdiv(min($day, Calendar::TODAY), 100) * 100 + 1] ?? 1.3;
    }

    /**
     * @param  list<array<string, mixed>>  $quarters
     * @param  list<array{int, float}>  $splits
     * @param  list<array{int, float}>  $dividends
     * @param  array{int, string}|null  $delisted
     * @return array<int, float> closes by day
     */
    private function writePrices(
        IdentitySimulator $identity,
        int $exchange,
        Profile $profile,
        Macro $macro,
        array $quarters,
        array $splits,
        array $dividends,
        int $lastDay,
        ?array $delisted,
    ): array {
        $closes = [];
        $bars = (new PriceSimulator($profile, $macro))->run($quarters, $splits, $dividends);
        $foreign = $profile->reportingCurrency !== Names::CURRENCY;
        $paid = array_column($dividends, 1, 0);
        $ratios = array_column($splits, 1, 0);
        $previous = $offer = null;
        $offered = $delisted !== null && str_contains($delisted[1], 'Taken over') ? Day::plus($delisted[0], -40) : null;
        foreach ($bars as $bar) {
            if ($bar['day'] > $lastDay) {
                break;
            }
            if ($foreign) {
                $rate = $this->exchangeRate($macro, $bar['day']);
                foreach (['high', 'low', 'close'] as $field) {
                    $bar[$field] = round($bar[$field] * $rate, 2);
                }
            }
            if ($offer === null && $offered !== null && $bar['day'] >= $offered) {
                $offer = round(1.33 * (float) $previous, 2);
            }
            if ($offer !== null) {
                // From the offer on the price is the offer.
                $bar['close'] = $bar['high'] = $bar['low'] = $offer;
            }
            $this->bars->add($identity->listingOn($bar['day']), $bar['day'], $bar['high'], $bar['low'], $bar['close'], $bar['volume']);
            if ($previous !== null) {
                $before = $previous / ($ratios[$bar['day']] ?? 1.0);
                $return = ($bar['close'] + ($paid[$bar['day']] ?? 0.0)) / $before - 1;
                $weight = $before * $profile->shares;
                foreach ([0, $exchange] as $of) {
                    $this->moves[$of][$bar['day']][0] = ($this->moves[$of][$bar['day']][0] ?? 0.0) + $weight;
                    $this->moves[$of][$bar['day']][1] = ($this->moves[$of][$bar['day']][1] ?? 0.0) + $weight * $return;
                }
            }
            $closes[$bar['day']] = $previous = $bar['close'];
        }

        return $closes;
    }

    /**
     * @param  list<array<string, mixed>>  $quarters
     * @param  list<array{int, float}>  $splits  ex-date, new shares per old
     * @return array<int, int> day of publication by period
     */
    private function writeFilings(
        int $id,
        Profile $profile,
        array $quarters,
        array $splits,
        int $lastDay,
        IdentitySimulator $identity,
        ?FormerCurrency $former,
    ): array {
        $chance = new Chance($profile->seed + 31);
        $breakdown = new BreakdownSimulator($profile);
        $truth = $published = $annual = [];
        $lagYear = $chance->integer(52, 84);
        $lagQuarter = $chance->integer(28, 48);
        foreach ($quarters as $quarter) {
            $year = $quarter['year'];
            $period = $year * 10 + $quarter['quarter'];
            $annual[$year][] = $quarter['lines'];
            $isLast = $quarter['quarter'] === 4;
            $end = Calendar::quarterEnd($year, $quarter['quarter'], $profile->yearEndMonth);
            $filed = Day::plus($end, $isLast ? $lagYear : $lagQuarter);
            $truth[$period] = self::estimated($quarter['lines']);
            $public = $filed <= $lastDay && ($profile->events['missing_year'] ?? null) !== $year;
            if ($public) {
                $published[$period] = $filed;
            }
            if ($isLast) {
                $lines = self::year($annual[$year], $profile->events['split'] ?? [], $year);
                $truth[$year * 10] = self::estimated($lines);
                if ($public) {
                    $published[$year * 10] = $filed;
                    $filing = $this->filing($id, 'annual', $year * 10, $end, $filed, "Annual report {$year}");
                    $this->report(
                        $id,
                        $filing,
                        $year * 10,
                        self::inSharesOf($filed, $end, $lines, $splits),
                        $profile,
                        $year,
                        $filed,
                        $former,
                    );
                    foreach ($breakdown->year($year, $lines) as [$axis, $member, $line, $unit, $value]) {
                        $rate = $unit === 'money' ? $former?->factor(Unit::Money, true, $year * 10, $filed) ?? 1.0 : 1.0;
                        $this->breakdowns->add($id, $filing, $axis, $member, $line, $unit, $year * 10, $value / $rate);
                    }
                    foreach ($identity->classCounts($lines) as [$class, $count]) {
                        $this->breakdowns->add(
                            $id,
                            $filing,
                            'class',
                            $class,
                            'shares_outstanding_period_end',
                            'shares',
                            $year * 10,
                            $count,
                        );
                    }
                    if ($year >= self::FIRST_QUARTERLY_YEAR) {
                        $this->report(
                            $id,
                            $filing,
                            $period,
                            self::inSharesOf($filed, $end, array_intersect_key($quarter['lines'], self::flows()), $splits),
                            $profile,
                            $year,
                            $filed,
                            $former,
                        );
                    }
                }
            } elseif ($public && $year >= self::FIRST_QUARTERLY_YEAR) {
                $filing = $this->filing($id, 'quarterly', $period, $end, $filed, "Quarterly report {$quarter['quarter']}/{$year}");
                $this->report(
                    $id,
                    $filing,
                    $period,
                    self::inSharesOf($filed, $end, array_diff_key($quarter['lines'], array_flip(self::MONEY_FREE)), $splits),
                    $profile,
                    $year,
                    $filed,
                    $former,
                );
                foreach ($identity->classCounts($quarter['lines']) as [$class, $count]) {
                    $this->breakdowns->add($id, $filing, 'class', $class, 'shares_outstanding_period_end', 'shares', $period, $count);
                }
            }
        }
        foreach ($profile->events['restated'] ?? [] as $year => $factor) {
            $this->restate($id, $year, $factor, self::year($annual[$year], $profile->events['split'] ?? [], $year), $profile, $splits);
        }
        foreach (
            (new EstimateSimulator($profile))->run($truth, array_filter($published, static fn (int $day): bool => $day <= $lastDay)) as $row
        ) {
            if ($row['day'] <= $lastDay) {
                $rate = $former?->rateOn($row['day']) ?? 1.0;
                $this->estimates->add(
                    $id,
                    $row['line'],
                    $row['period'],
                    $row['day'],
                    $row['mean'] / $rate,
                    $row['deviation'] / $rate,
                    $row['analysts'],
                    $row['high'] / $rate,
                    $row['low'] / $rate,
                );
            }
        }

        return $published;
    }

    /**
     * The figures of a report in the shares of the day it is filed: what ended before a split is told in new shares after it.
     *
     * @param  array<string, int|float>  $lines
     * @param  list<array{int, float}>  $splits
     * @return array<string, int|float>
     */
    private static function inSharesOf(int $filed, int $end, array $lines, array $splits): array
    {
        $items = LineItems::all();
        foreach ($splits as [$exDate, $ratio]) {
            if ($exDate <= $end || $exDate > $filed) {
                continue;
            }
            foreach ($lines as $line => $value) {
                $lines[$line] = match ($items[$line]->unit) {
                    Unit::Shares => round($value * $ratio),
                    Unit::MoneyPerShare => round($value / $ratio, 4),
                    default => $value,
                };
            }
        }

        return $lines;
    }

    private function filing(int $company, string $kind, int $period, int $end, int $filed, string $title): int
    {
        $this->filings->add(++$this->filingId, $company, $kind, $period, $end, $filed, $title);

        return $this->filingId;
    }

    /** @param  array<string, int|float>  $lines in thousands */
    private function report(
        int $company,
        int $filing,
        int $period,
        array $lines,
        Profile $profile,
        int $year,
        int $filed,
        ?FormerCurrency $former,
    ): void {
        $items = LineItems::all();
        $silent = ($profile->events['missing_lines_from'] ?? 9999) <= $year;
        foreach ($lines as $line => $value) {
            if ($silent && in_array($line, ['inventories', 'increase_in_inventories'], true)) {
                continue;
            }
            $unit = $items[$line]->unit->value;
            // What was reported in another currency is rounded there, as every report is.
            $rate = $former?->factor($items[$line]->unit, $items[$line]->isOverTime(), $period, $filed) ?? 1.0;
            $value = $rate === 1.0 ? $value : round($value / $rate, $unit === 'money' ? 0 : 4);
            $this->facts->add(
                $company,
                $filing,
                $line,
                $period,
                (float) ($unit === 'money' || $unit === 'shares' ? $value * 1000 : $value),
            );
        }
    }

    /**
     * The restated year: less revenue and the receivables it was booked against, with all that follows from them.
     *
     * @param  array<string, int|float>  $lines
     * @param  list<array{int, float}>  $splits
     */
    private function restate(int $company, int $year, float $factor, array $lines, Profile $profile, array $splits): void
    {
        $cut = (int) round($lines['revenue'] * (1 - $factor));
        $tax = (int) round(0.25 * $cut);
        $net = $cut - $tax;
        $changes = [
            'revenue' => -$cut,
            'gross_profit' => -$cut,
            'operating_income' => -$cut,
            'income_before_tax' => -$cut,
            'income_tax' => -$tax,
            'income_from_continuing_operations' => -$net,
            'net_income' => -$net,
            'net_income_parent' => -$net,
            'net_income_common' => -$net,
            'receivables' => -$cut,
            'total_current_assets' => -$cut,
            'total_assets' => -$cut,
            'income_taxes_payable' => -$tax,
            'total_current_liabilities' => -$tax,
            'total_liabilities' => -$tax,
            'retained_earnings' => -$net,
            'common_equity' => -$net,
            'shareholders_equity' => -$net,
            'total_equity' => -$net,
            'increase_in_receivables' => -$cut,
            'increase_in_other_working_capital' => $tax,
            'change_in_working_capital' => -$net,
        ];
        $restated = [];
        foreach ($changes as $line => $change) {
            $restated[$line] = $lines[$line] + $change;
        }
        $restated['earnings_per_share_basic'] = round($restated['net_income'] / $lines['basic_shares_average'], 4);
        $restated['earnings_per_share_diluted'] = round($restated['net_income'] / $lines['diluted_shares_average'], 4);
        $end = Calendar::quarterEnd($year, 4, $profile->yearEndMonth);
        $filing = $this->filing($company, 'restatement', $year * 10, $end, 20250612, "Restated annual report {$year}");
        $this->report($company, $filing, $year * 10, self::inSharesOf(20250612, $end, $restated, $splits), $profile, $year, 20250612, null);
    }

    /**
     * A year from its four quarters: flows add up, balances are the last, averages are averaged.
     *
     * @param  list<array<string, int|float>>  $quarters
     * @param  array<int, float>  $splits  new shares per old by quarter
     * @return array<string, int|float>
     */
    private static function year(array $quarters, array $splits, int $fiscalYear): array
    {
        // An annual report puts the quarters before a split on the new share basis.
        foreach ($splits as $period => $ratio) {
            for ($q = 1; intdiv($period, 10) === $fiscalYear && $q < $period % 10; $q++) {
                foreach (['basic_shares_average', 'diluted_shares_average'] as $count) {
                    $quarters[$q - 1][$count] = round($quarters[$q - 1][$count] * $ratio);
                }
                $quarters[$q - 1]['dividends_per_share'] /= $ratio;
            }
        }
        $items = LineItems::all();
        $year = [];
        foreach ($quarters as $quarter) {
            foreach ($quarter as $line => $value) {
                $item = $items[$line];
                $year[$line] =
                    $item->kind === LineKind::Duration
                        ? ($year[$line] ?? 0) + $value
                        : ($item->isPeriodAverage()
                            ? ($year[$line] ?? 0) + $value / 4
                            : $value);
            }
        }
        $last = $quarters[count($quarters) - 1];
        foreach ($year as $line => $value) {
            // A balance that the last quarter no longer shows is gone.
            if ($items[$line]->kind === LineKind::Instant && ! isset($last[$line])) {
                unset($year[$line]);
            }
        }
        foreach (['basic', 'diluted'] as $kind) {
            $year["earnings_per_share_{$kind}"] = round($year['net_income'] / $year["{$kind}_shares_average"], 4);
        }
        $year['dividends_per_share'] = round($year['dividends_per_share'], 4);

        return $year;
    }

    /** @return array<string, true> lines of a fourth quarter that the annual report does not already hold */
    private static function flows(): array
    {
        static $flows = null;

        return $flows ??= array_map(
            static fn (): bool => true,
            array_filter(LineItems::all(), static fn ($item): bool => $item->kind === LineKind::Duration || $item->isPeriodAverage()),
        );
    }

    /**
     * @param  array<string, int|float>  $lines
     * @return array<string, float>
     */
    private static function estimated(array $lines): array
    {
        return array_filter(
            [
                'revenue' => 1000.0 * $lines['revenue'],
                'ebitda' => isset($lines['operating_income'])
                    ? 1000.0 * ($lines['operating_income'] + $lines['depreciation_amortization'])
                    : null,
                'earnings_per_share_diluted' => (float) $lines['earnings_per_share_diluted'],
                'dividends_per_share' => (float) $lines['dividends_per_share'],
            ],
            static fn (?float $value): bool => $value !== null,
        );
    }

    /**
     * Total-return indices weighted by market value, one per exchange and one of all shares, with their members; and two funds.
     *
     * @param  list<Profile>  $profiles
     */
    private function writeIndices(Macro $macro, array $profiles): void
    {
        $companies = count($profiles);
        $id = $companies;
        $of = [0 => ['ALLSH', 'All-share index', 1]];
        foreach (array_values(Names::EXCHANGES) as $i => [$name]) {
            $of[$i + 1] = ['IX'.substr(array_keys(Names::EXCHANGES)[$i], 2), "{$name} index", $i + 1];
        }
        foreach ($of as $exchange => [$ticker, $name, $home]) {
            $this->writeLevels(++$id, null, $home, 'index', $ticker, $name, $macro, $this->moves[$exchange] ?? [], 1000.0, 0.0);
            Exchange::query()->whereKey($home)->update(['index_id' => $id]);
            foreach ($profiles as $i => $profile) {
                if ($exchange === 0 || $profile->country === array_values(Names::EXCHANGES)[$exchange - 1][1]) {
                    $this->members->add(
                        $id,
                        $i + 1,
                        Calendar::FIRST_DAY,
                        $profile->events['delisted'][0] ?? ($profile->events['left_index'] ?? null),
                    );
                }
            }
        }
        foreach (
            [
                ['FALLS', 'Archipelago broad fund', 1, 0, 0.0016, 'Holds every share of the archipelago by its market value.'],
                ['FOSTR', 'Ostrelay shares fund', 2, 2, 0.0035, 'Holds the shares of the Ostrelay Bourse by their market value.'],
            ] as [$ticker, $name, $home, $moves, $cost, $description]
        ) {
            Company::query()->insert([
                'id' => ++$companies,
                'name' => $name,
                'country' => array_keys(Names::COUNTRIES)[$home - 1],
                'sector' => Names::FUNDS,
                'template' => 'fund',
                'reporting_currency' => Names::CURRENCY,
                'description' => $description,
            ]);
            $this->writeLevels(++$id, $companies, $home, 'fund', $ticker, $name, $macro, $this->moves[$moves] ?? [], 50.0, $cost);
        }
    }

    /** @param  array<int, array{float, float}>  $moves */
    private function writeLevels(
        int $id,
        ?int $company,
        int $exchange,
        string $kind,
        string $ticker,
        string $name,
        Macro $macro,
        array $moves,
        float $level,
        float $annualCost,
    ): void {
        Security::query()->insert(['id' => $id, 'company_id' => $company, 'kind' => $kind, 'name' => $name]);
        Listing::query()->insert([
            'id' => $id,
            'security_id' => $id,
            'exchange_id' => $exchange,
            'ticker' => $ticker,
            'currency' => Names::CURRENCY,
        ]);
        Identifier::query()->insert([
            'security_id' => $id,
            'scheme' => 'isin',
            'value' => Names::isin(array_keys(Names::COUNTRIES)[$exchange - 1], sprintf('%s%07d', $kind === 'index' ? 'IX' : 'FD', $id)),
        ]);
        $chance = new Chance($this->seed + $id);
        foreach ($macro->days as $day) {
            if (isset($moves[$day]) && $moves[$day][0] > 0) {
                $level *= 1 + $moves[$day][1] / $moves[$day][0] - $annualCost / 252;
            }
            $this->bars->add(
                $id,
                $day,
                round($level * 1.003, 3),
                round($level * 0.997, 3),
                round($level, 3),
                $kind === 'fund' ? round(18000 * exp(0.4 * $chance->normal())) : 0.0,
            );
        }
    }
}
