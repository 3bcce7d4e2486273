<?php

declare(strict_types=1);

namespace App\Facts;

use Illuminate\Support\Facades\DB;
use Logion\Accounts\Fact;
use Logion\Accounts\Template;
use Logion\Import\FiscalCalendar;
use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use Logion\Metrics\Company;
use Logion\Metrics\Expectations;
use Logion\Metrics\InsiderTrades;
use PDO;

/**
 * Turns stored rows into the core's read model of a company. Rows are read as plain arrays: a company has thousands.
 */
final class CompanyReader
{
    /** @var array<int, PriceSeries|null> by exchange */
    private array $indices = [];

    /** @var array<string, \PDOStatement> */
    private array $statements = [];

    /**
     * @param  Viewpoint|null  $as  whose corrections, one-offs and choice of template count; nobody's by default
     * @param  bool  $accountsOnly  leaves out prices (but not splits), index, estimates and observations, which take most of the time
     */
    public function read(int $companyId, ?Viewpoint $as = null, bool $accountsOnly = false): ?Company
    {
        $row = $this->rows('select c.id, c.sector, c.template, c.reporting_currency, c.fiscal_year_end_month, s.id as security_id, s.ticker, s.currency, s.exchange_id
            from companies c join securities s on s.company_id = c.id where c.id = ?', $companyId)[0] ?? null;
        if ($row === null) {
            return null;
        }
        $periodEnds = $titles = $filedOn = [];
        foreach ($this->rows('select id, period, period_end, filed_on, title from filings where company_id = ? order by filed_on, id', $companyId) as $filing) {
            $periodEnds[(int) $filing['period']] = (int) $filing['period_end'];
            $titles[(int) $filing['id']] = (string) $filing['title'];
            $filedOn[(int) $filing['id']] = (int) $filing['filed_on'];
        }
        $facts = [];
        foreach ($this->plain('select line, period, value, filing_id from facts where company_id = ?', $companyId) as [$line, $period, $value, $filing]) {
            $facts[] = new Fact($line, $period, $value, $filedOn[$filing], $filing);
        }
        $calendar = new FiscalCalendar((int) $row['fiscal_year_end_month']);
        foreach ($as?->corrections($companyId) ?? [] as $correction) {
            $facts[] = $correction;
            $periodEnds[$correction->period] ??= $calendar->end($correction->period);
        }
        $security = (int) $row['security_id'];
        $prices = $accountsOnly ? new PriceSeries([], [], actions: $this->actions($security)) : $this->prices($security);

        return new Company(
            $companyId, (string) $row['ticker'], $as?->template($companyId) ?? Template::from((string) $row['template']), (string) $row['sector'], (string) $row['reporting_currency'], (string) $row['currency'],
            $facts, $periodEnds, $prices, $accountsOnly ? null : $this->index((int) $row['exchange_id']),
            $accountsOnly ? new Expectations : $this->expectations($companyId), $titles, $accountsOnly ? [] : $this->observations($companyId, $prices->actions), $as?->oneOffs($companyId) ?? [],
        );
    }

    /** Daily bars of a security with its splits and dividends. */
    public function prices(int $securityId): PriceSeries
    {
        // Taking columns from rows is the fastest way to series.
        $rows = $this->plain('select day, high, low, close, volume from bars where security_id = ? order by day', $securityId);
        $column = static fn (int $i): array => array_column($rows, $i);

        return new PriceSeries($column(0), $column(3), $column(1), $column(2), $column(4), $this->actions($securityId));
    }

    private function actions(int $securityId): CorporateActions
    {
        $splits = array_map(static fn (array $row): array => [(int) $row['ex_date'], (float) $row['ratio']], $this->rows("select ex_date, ratio from corporate_actions where security_id = ? and kind = 'split' order by ex_date", $securityId));
        $dividends = array_map(static fn (array $row): array => [(int) $row['ex_date'], (float) $row['amount']], $this->rows('select ex_date, amount from dividends where security_id = ? order by ex_date', $securityId));

        return new CorporateActions($splits, $dividends);
    }

    /** The index of an exchange, read once. */
    public function index(int $exchangeId): ?PriceSeries
    {
        if (! array_key_exists($exchangeId, $this->indices)) {
            $id = $this->rows("select id from securities where kind = 'index' and exchange_id = ? order by id desc limit 1", $exchangeId)[0]['id'] ?? null;
            $this->indices[$exchangeId] = $id === null ? null : $this->prices((int) $id);
        }

        return $this->indices[$exchangeId];
    }

    /** @return array<string, array{days: list<int>, values: list<float>}> */
    private function observations(int $companyId, CorporateActions $actions): array
    {
        $observations = [];
        foreach ($this->rows('select name, day, value from observations where company_id = ? order by name, day', $companyId) as $row) {
            $observations[$row['name']]['days'][] = (int) $row['day'];
            $observations[$row['name']]['values'][] = (float) $row['value'];
        }
        $trades = array_map(static fn (array $row): array => ['day' => (int) $row['day'], 'shares' => (float) $row['shares']], $this->rows('select day, shares from insider_trades where company_id = ? order by day', $companyId));

        return InsiderTrades::inPlaceOfPublished($observations, $trades, $actions);
    }

    private function expectations(int $companyId): Expectations
    {
        return Expectations::ofRows($this->plain('select line, period, day, mean, deviation, analysts, high, low from estimates where company_id = ? order by day', $companyId));
    }

    /** @return list<array<string, mixed>> */
    private function rows(string $query, int $parameter): array
    {
        $statement = $this->statement($query);
        $statement->execute([$parameter]);

        return $statement->fetchAll(PDO::FETCH_ASSOC);
    }

    /**
     * Rows without names. SQLite hands over integers and floats as such, so nothing is converted.
     *
     * @return list<list<mixed>>
     */
    private function plain(string $query, int $parameter): array
    {
        $statement = $this->statement($query);
        $statement->execute([$parameter]);

        return $statement->fetchAll(PDO::FETCH_NUM);
    }

    private function statement(string $query): \PDOStatement
    {
        return $this->statements[$query] ??= DB::connection()->getPdo()->prepare($query);
    }
}
