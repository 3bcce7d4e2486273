<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Logion\Intake\FiscalCalendar;
use Simulation\Market\Indices;
use Simulation\Publication;
use Simulation\Subject;

/**
 * Writes what became public into the tables, many rows a statement: all of it at once, so that whoever waits for a turn to write need not
 * wait until it is told.
 */
final class PublicationWriter
{
    private const TABLES = [
        'filings' => ['id', 'company_id', 'kind', 'period', 'period_end', 'filed_on', 'minute', 'title'],
        'facts' => ['company_id', 'filing_id', 'line', 'period', 'value'],
        'breakdown_facts' => ['company_id', 'filing_id', 'axis', 'member', 'line', 'unit', 'period', 'value'],
        'buildings' => ['company_id', 'filing_id', 'name', 'sector', 'place', 'area', 'let_area', 'rent', 'net_operating_income', 'value'],
        'leases' => ['company_id', 'filing_id', 'tenant', 'trade', 'standing', 'building', 'area', 'rent', 'ends_on'],
        'bars' => ['listing_id', 'day', 'open', 'high', 'low', 'close', 'volume'],
        'bars_by_hour' => ['listing_id', 'day', 'hours'],
        'corporate_actions' => ['security_id', 'kind', 'ex_date', 'ratio'],
        'dividends' => ['security_id', 'ex_date', 'paid_on', 'amount', 'currency', 'declared_on', 'special'],
        'estimates' => ['company_id', 'line', 'period', 'day', 'mean', 'deviation', 'analysts', 'high', 'low'],
        'house_estimates' => ['company_id', 'house', 'day', 'period', 'revenue', 'ebitda', 'earnings_per_share', 'dividends_per_share'],
        'ratings' => ['company_id', 'house', 'day', 'rating', 'before', 'target'],
        'observations' => ['company_id', 'name', 'day', 'value'],
        'holdings' => ['company_id', 'holder', 'kind', 'day', 'shares'],
        'insider_trades' => ['company_id', 'insider', 'role', 'day', 'shares', 'price'],
        'guidance' => ['company_id', 'day', 'line', 'period', 'low', 'high'],
        'calendar_dates' => ['company_id', 'kind', 'on_day', 'announced_on', 'amount'],
        'news' => ['company_id', 'day', 'minute', 'kind', 'title', 'text'],
        'economy_series' => ['name', 'day', 'value'],
        'economy_forecasts' => ['name', 'source', 'made_on', 'year', 'value'],
        'holidays' => ['exchange_id', 'day', 'name'],
        'past_transactions' => [
            'announced_on',
            'target',
            'acquirer',
            'buyer',
            'industry',
            'country',
            'currency',
            'price',
            'stake',
            'net_debt',
            'revenue',
            'ebitda',
            'ebit',
            'net_income',
            'payment',
            'premium',
        ],
    ];

    /** So many rows are kept in memory. */
    private const MANY = 20_000;

    /** @var array<string, BulkInsert> */
    private array $tables = [];

    /** @var list<array{Subject, array<string, mixed>, int}> who there is, under which names: others refer to them */
    private array $identities = [];

    private int $held = 0;

    public function __construct(private readonly string $currency)
    {
        foreach (self::TABLES as $table => $columns) {
            $this->tables[$table] = new BulkInsert($table, $columns);
        }
    }

    /** It is written by the next {@see flush}. */
    public function hold(Publication $publication): void
    {
        $v = $publication->values;
        $day = $publication->day;
        match ($publication->subject) {
            Subject::Bar => $this->add(
                'bars',
                $v['listing'],
                $day,
                $v['open'],
                $v['high'],
                $v['low'],
                $v['close'],
                $v['volume'],
            ),
            Subject::BarsByHour => $this->add(
                'bars_by_hour',
                $v['listing'],
                $day,
                json_encode(array_map(array_values(...), $v['hours']), JSON_THROW_ON_ERROR),
            ),
            Subject::Filing => $this->filing($v, $day, $publication->minute),
            Subject::Action => $this->action($v, $day),
            Subject::Dividend => $this->add(
                'dividends',
                $v['security'],
                $day,
                $v['paid'],
                $v['amount'],
                $this->currency,
                $v['declared'],
                (int) $v['special'],
            ),
            Subject::Consensus => $this->add(
                'estimates',
                $v['company'],
                $v['line'],
                $v['period'],
                $day,
                $v['mean'],
                $v['deviation'],
                $v['analysts'],
                $v['high'],
                $v['low'],
            ),
            Subject::Estimate => $this->add(
                'house_estimates',
                $v['company'],
                $v['house'],
                $day,
                $v['period'],
                $v['revenue'],
                $v['ebitda'],
                $v['earnings_per_share'],
                $v['dividends_per_share'],
            ),
            Subject::Rating => $this->add('ratings', $v['company'], $v['house'], $day, $v['rating'], $v['before'], $v['target']),
            Subject::Observation => $this->add('observations', $v['company'], $v['name'], $day, $v['value']),
            Subject::Holding => $this->add('holdings', $v['company'], $v['holder'], $v['kind'], $day, $v['shares']),
            Subject::InsiderTrade => $this->add(
                'insider_trades',
                $v['company'],
                $v['insider'],
                $v['role'],
                $day,
                $v['shares'],
                $v['price'],
            ),
            Subject::Guidance => $this->add('guidance', $v['company'], $day, $v['line'], $v['period'], $v['low'], $v['high']),
            Subject::CalendarDate => $this->add('calendar_dates', $v['company'], $v['kind'], $v['on'], $day, $v['amount']),
            Subject::News => $this->add('news', $v['company'], $day, $publication->minute, $v['kind'], $v['title'], $v['text']),
            Subject::Series => $this->add('economy_series', $v['name'], $day, $v['value']),
            Subject::Forecast => $this->add('economy_forecasts', $v['name'], $v['source'], $day, $v['year'], $v['value']),
            Subject::Holiday => $this->add('holidays', $v['exchange'], $v['on'], $v['name']),
            default => $this->identities[] = [$publication->subject, $v, $day],
        };
    }

    /** The caller holds the transaction. */
    public function flush(): void
    {
        foreach ($this->identities as [$subject, $values, $day]) {
            $this->identity($subject, $values, $day);
        }
        foreach ($this->tables as $table) {
            $table->flush();
        }
        $this->identities = [];
        $this->held = 0;
    }

    /** The same where much is held. */
    public function flushMany(): void
    {
        $this->held < self::MANY || $this->flush();
    }

    private function add(string $table, string|int|float|null ...$values): void
    {
        $this->tables[$table]->hold(...$values);
        $this->held++;
    }

    /** @param  array<string, mixed>  $v */
    private function filing(array $v, int $day, int $minute): void
    {
        $this->add('filings', $v['id'], $v['company'], $v['kind'], $v['period'], $v['end'], $day, $minute, $v['title']);
        foreach ($v['facts'] as [$line, $period, $value]) {
            $this->add('facts', $v['company'], $v['id'], $line, $period, $value);
        }
        foreach ($v['parts'] as [$axis, $member, $line, $unit, $period, $value]) {
            $this->add('breakdown_facts', $v['company'], $v['id'], $axis, $member, $line, $unit, $period, $value);
        }
        foreach (['buildings', 'leases'] as $table) {
            foreach ($v[$table] ?? [] as $row) {
                $this->add($table, $v['company'], $v['id'], ...array_values($row));
            }
        }
    }

    /** @param  array<string, mixed>  $v */
    private function action(array $v, int $day): void
    {
        $this->add('corporate_actions', $v['security'], $v['kind'], $day, $v['ratio']);
    }

    /**
     * Who there is, under which names: few rows, before those that refer to them.
     *
     * @param  array<string, mixed>  $v
     */
    private function identity(Subject $subject, array $v, int $day): void
    {
        match ($subject) {
            Subject::Country => DB::table('countries')->insert($v),
            Subject::Exchange => DB::table('exchanges')->insert($v),
            Subject::Company => DB::table('companies')->insert([
                'id' => $v['id'],
                'name' => $v['name'],
                'country' => $v['country'],
                'sector' => $v['sector'],
                'template' => $v['kind'],
                'reporting_currency' => $v['currency'],
                'fiscal_year_end_month' => $v['year_end_month'],
                'fiscal_years' => FiscalCalendar::ENDS,
                'description' => $v['description'],
            ]),
            Subject::Security => DB::table('securities')->insert([
                'id' => $v['id'],
                'company_id' => $v['company'],
                'kind' => $v['kind'] ?? 'share',
                'name' => $v['name'],
                'main' => $v['main'],
            ]),
            Subject::Identifier => DB::table('identifiers')->insert([
                'security_id' => $v['security'],
                'scheme' => 'isin',
                'value' => $v['value'],
            ]),
            Subject::Listing => DB::table('listings')->insert([
                'id' => $v['id'],
                'security_id' => $v['security'],
                'exchange_id' => $v['exchange'],
                'ticker' => $v['ticker'],
                'currency' => $v['currency'],
                'from_day' => $v['from'],
                'main' => $v['main'],
            ]),
            Subject::ListingEnd => DB::table('listings')
                ->where('id', $v['id'])
                ->update(['to_day' => $v['to'], 'ended_because' => $v['because']]),
            Subject::Name => $this->rename($v),
            Subject::Index => $this->index($v),
            Subject::Member => DB::table('index_members')->insert(
                array_map(
                    static fn (int $of): array => ['index_id' => Indices::number($of), 'company_id' => $v['company'], 'from_day' => $day],
                    [0, $v['exchange']],
                ),
            ),
            Subject::MemberEnd => DB::table('index_members')
                ->where('company_id', $v['company'])
                ->whereNull('to_day')
                ->update(['to_day' => $day]),
            Subject::Takeover => $this->takeover($v, $day),
            Subject::Transaction => $this->sold($v, $day),
            default => throw new \LogicException("Nobody writes {$subject->value}."),
        };
    }

    /** @param  array<string, mixed>  $v */
    private function rename(array $v): void
    {
        DB::table('former_attributes')->insert([
            'company_id' => $v['company'],
            'attribute' => $v['attribute'],
            'value' => $v['before'],
            'until_day' => $v['until'],
        ]);
        DB::table('companies')
            ->where('id', $v['company'])
            ->update([$v['attribute'] => $v['now']]);
    }

    /** @param  array<string, mixed>  $v */
    private function index(array $v): void
    {
        DB::table('securities')->insert(['id' => $v['id'], 'company_id' => null, 'kind' => 'index', 'name' => $v['name'], 'main' => true]);
        DB::table('listings')->insert([
            'id' => $v['id'],
            'security_id' => $v['id'],
            'exchange_id' => $v['exchange'],
            'ticker' => $v['ticker'],
            'currency' => $this->currency,
            'from_day' => 0,
            'main' => true,
        ]);
        DB::table('identifiers')->insert(['security_id' => $v['id'], 'scheme' => 'isin', 'value' => $v['isin']]);
        if ($v['of'] > 0) {
            DB::table('exchanges')
                ->where('id', $v['of'])
                ->update(['index_id' => $v['id']]);
        }
    }

    /** @param  array<string, mixed>  $v */
    private function sold(array $v, int $day): void
    {
        $this->add(
            'past_transactions',
            $day,
            $v['target'],
            $v['acquirer'],
            $v['buyer'],
            $v['industry'],
            $v['country'],
            $this->currency,
            $v['price'],
            $v['stake'],
            $v['net_debt'],
            $v['revenue'],
            $v['ebitda'],
            $v['ebit'],
            $v['net_income'],
            $v['payment'],
            $v['premium'],
        );
    }

    /** @param  array<string, mixed>  $v */
    private function takeover(array $v, int $day): void
    {
        if ($v['state'] === 'announced') {
            DB::table('takeovers')->insert([
                'company_id' => $v['company'],
                'buyer' => $v['buyer'],
                'announced_on' => $day,
                'state' => $v['state'],
                'price' => $v['price'],
                'price_before' => $v['before'],
                'cash_part' => $v['cash'],
            ]);
        } else {
            DB::table('takeovers')
                ->where('company_id', $v['company'])
                ->where('state', 'announced')
                ->update(['state' => $v['state'], 'ended_on' => $day]);
        }
    }
}
