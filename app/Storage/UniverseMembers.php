<?php

declare(strict_types=1);

namespace App\Storage;

use App\Storage\Identity\Identities;
use Generator;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Logion\Identity\FormerValues;
use Logion\Identity\Reference;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/** Who is in the universe of a day, as they were called then. */
final readonly class UniverseMembers
{
    /** A company is part of a day's universe if it traded within so many calendar days before it. */
    private const TRADED_WITHIN_DAYS = 14;

    private const COLUMNS = [
        'c.id',
        'l.id as listing',
        'l.ticker',
        'c.name',
        's.kind',
        'c.sector',
        'c.template',
        'c.country',
        'e.code as exchange',
        'c.reporting_currency as currency',
        'c.fiscal_year_end_month as year_end',
    ];

    public function __construct(private Identities $identities, private PackedRows $packed)
    {
    }

    /**
     * Companies of a sector in the universe of a day, the first by ticker.
     *
     * @param  int  $without  the company that is held against them
     * @return list<int>
     */
    public function ofSector(string $sector, int $asOf, int $without, int $most = 25): array
    {
        $ids = [];
        foreach ($this->on($asOf) as $member) {
            if ($member->sector === $sector && $member->id !== $without && count($ids) < $most) {
                $ids[] = $member->id;
            }
        }

        return $ids;
    }

    /**
     * Companies and funds whose main class of shares was listed on a day and traded shortly before it, by ticker, as they were
     * called then.
     *
     * @return list<object{id: int, ticker: string, name: string, kind: string, sector: string, template: string, country: string,
     *     exchange: string, currency: string, year_end: string, reported: string}>
     */
    public function on(int $asOf): array
    {
        $reported = DB::table('filings')
            ->where('filed_on', '<=', $asOf)
            ->groupBy('company_id')
            ->selectRaw('company_id, max(period_end) as period_end')
            ->pluck('period_end', 'company_id');

        return array_map(static function (object $member) use ($reported, $asOf): object {
            // To the month, of the last twenty years: a category holds few words, and this one only tells what is stale.
            $end = (int) ($reported[$member->id] ?? 0);
            $member->reported = $end === 0 ? '' : max(Day::month($end), Day::month($asOf) - 2000).'31';

            return $member;
        }, $this->called($asOf));
    }

    /**
     * The universes of several days, without what their companies had reported. Who was never called anything else is the same object on
     * each.
     *
     * @param  list<int>  $days
     * @param  list<int>|null  $of  companies looked at; all of them by default
     * @return Generator<int, list<object{id: int, ticker: string, name: string, kind: string, sector: string, template: string,
     *     country: string, exchange: string, currency: string, year_end: string}>> by day
     */
    public function onDays(array $days, ?array $of = null): Generator
    {
        $shared = $this->sharedTickers();
        $former = $this->formerAttributes();
        $listed = $this->listed($of)->get([...self::COLUMNS, 's.id as security', 'l.from_day', 'l.to_day'])->all();
        $traded = $this->traded(array_values(array_unique(array_column($listed, 'security'))), $days);
        $same = [];
        foreach ($days as $nth => $day) {
            $members = [];
            foreach ($listed as $at => $row) {
                if ($row->from_day <= $day && ($row->to_day === null || $row->to_day > $day) && $traded[$row->security][$nth] === '1') {
                    $member = $same[$at] ?? null;
                    if ($member === null) {
                        $member = clone $row;
                        unset($member->security, $member->from_day, $member->to_day);
                        $member = self::asCalled($member, $day, $shared, $former);
                        isset($shared[$row->ticker]) || isset($former[$row->id]) || ($same[$at] = $member);
                    }
                    $members[] = $member;
                }
            }
            yield $day => $members;
        }
    }

    /**
     * Whether securities traded shortly before days; their days are read once, not looked for anew on each.
     *
     * @param  list<int>  $securities
     * @param  list<int>  $days
     * @return array<int, string> by security, 1 or 0 for each day
     */
    private function traded(array $securities, array $days): array
    {
        $from = array_map(static fn (int $day): int => Day::plus($day, -self::TRADED_WITHIN_DAYS), $days);
        $traded = array_fill_keys($securities, str_repeat('0', count($days)));
        $listings = DB::table('listings')->whereIntegerInRaw('security_id', $securities)->where('main', true)->get(['id', 'security_id']);
        foreach ($listings as $listing) {
            $bars = $this->packed->columns('bars', (int) $listing->id, [0])[0];
            foreach ($days as $nth => $day) {
                $at = TradingDays::lastUntil($bars, $day);
                if ($at >= 0 && $bars[$at] >= $from[$nth]) {
                    $traded[$listing->security_id][$nth] = '1';
                }
            }
        }

        return $traded;
    }

    /** @return list<int> every company there ever was, ascending */
    public function ever(): array
    {
        return DB::table('companies')->orderBy('id')->pluck('id')->map(intval(...))->all();
    }

    /** @return array<int, list<array{string, string, int}>> attribute, value and last day of what companies were called before */
    private function formerAttributes(): array
    {
        $former = [];
        $rows = DB::table('former_attributes')->orderBy('until_day')->get(['company_id', 'attribute', 'value', 'until_day']);
        foreach ($rows as $row) {
            $former[$row->company_id][] = [$row->attribute, $row->value, (int) $row->until_day];
        }

        return $former;
    }

    /** @return array<string, list<\Logion\Identity\DatedListing>> listings by ticker, where it alone does not name a company */
    private function sharedTickers(): array
    {
        $shared = [];
        $several = DB::table('listings as l')
            ->join('securities as s', 's.id', '=', 'l.security_id')
            ->whereNotNull('s.company_id')
            ->groupBy('l.ticker')
            ->havingRaw('count(distinct s.company_id) > 1');
        foreach ($several->pluck('l.ticker') as $ticker) {
            $shared[$ticker] = $this->identities->withTicker((string) $ticker);
        }

        return $shared;
    }

    /** @return list<object> */
    private function called(int $asOf): array
    {
        $from = Day::plus($asOf, -self::TRADED_WITHIN_DAYS);
        $shared = $this->sharedTickers();
        $former = $this->formerAttributes();

        return $this->listed(null)
            ->where('l.from_day', '<=', $asOf)
            ->where(static fn ($query) => $query->whereNull('l.to_day')->orWhere('l.to_day', '>', $asOf))
            ->whereExists(
                static fn ($query) => $query
                    ->from('bars')
                    ->whereRaw(SeenBars::SQL)
                    ->whereBetween('bars.day', [$from, $asOf])
                    ->whereIn(
                        'bars.listing_id',
                        static fn ($of) => $of
                            ->from('listings as k')
                            ->select('k.id')
                            ->whereColumn('k.security_id', 's.id')
                            ->where('k.main', true),
                    ),
            )
            ->get(self::COLUMNS)
            ->map(static fn (object $row): object => self::asCalled($row, $asOf, $shared, $former))
            ->all();
    }

    /**
     * Main listings of main classes of shares, by ticker.
     *
     * @param  list<int>|null  $of  companies; null for all
     */
    private function listed(?array $of): Builder
    {
        return DB::table('companies as c')
            ->join('securities as s', 's.company_id', '=', 'c.id')
            ->join('listings as l', 'l.security_id', '=', 's.id')
            ->join('exchanges as e', 'e.id', '=', 'l.exchange_id')
            ->when($of !== null, static fn (Builder $query) => $query->whereIntegerInRaw('c.id', $of ?? []))
            ->whereIn('s.kind', ['share', 'fund'])
            ->where('s.main', true)
            ->where('l.main', true)
            ->orderBy('l.ticker')
            ->orderBy('e.code');
    }

    /**
     * @param  array<string, list<\Logion\Identity\DatedListing>>  $shared  {@see sharedTickers}
     * @param  array<int, list<array{string, string, int}>>  $former  {@see formerAttributes}
     */
    private static function asCalled(object $row, int $asOf, array $shared, array $former): object
    {
        $row->id = (int) $row->id;
        $row->year_end = (string) $row->year_end;
        foreach ($shared[$row->ticker] ?? [] as $listing) {
            if ($listing->id === $row->listing) {
                $row->ticker = (string) Reference::of($listing, $shared[$listing->ticker], $asOf, Identities::LATEST);
            }
        }
        unset($row->listing);
        if (isset($former[$row->id])) {
            $then = new FormerValues($former[$row->id]);
            $row->name = $then->on(FormerValues::NAME, $row->name, $asOf);
            $row->sector = $then->on(FormerValues::SECTOR, $row->sector, $asOf);
            $row->currency = $then->on(FormerValues::REPORTING_CURRENCY, $row->currency, $asOf);
            $row->year_end = $then->on(FormerValues::FISCAL_YEAR_END, $row->year_end, $asOf);
        }

        return $row;
    }
}
