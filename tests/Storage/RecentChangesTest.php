<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Storage\RecentChanges;
use App\Storage\RecentPrices;
use Illuminate\Support\Facades\DB;
use Logion\Time\Day;
use Tests\DemoTestCase;

/** What is asked of the database in a few statements for many companies is what one finds by going through the rows of each. */
final class RecentChangesTest extends DemoTestCase
{
    private const LINE = 'earnings_per_share_diluted';

    /** @return array<int, int> days of their own from which on things are new, by company */
    private function since(): array
    {
        $since = [];
        foreach (DB::table('companies')->orderBy('id')->pluck('id') as $i => $id) {
            $since[(int) $id] = Day::plus(self::TODAY, -(3 + (29 * $i) % 400));
        }

        return $since;
    }

    public function test_revisions_are_those_of_the_first_fiscal_year_of_which_something_was_told(): void
    {
        $since = $this->since();
        $revised = $this->app->make(RecentChanges::class)->revised($since, self::TODAY);
        $expected = [];
        foreach ($since as $company => $from) {
            $told = DB::table('estimates')
                ->where(['company_id' => $company, 'line' => self::LINE])
                ->where('day', '<=', self::TODAY)
                ->where('period', '<=', 10 * (intdiv(self::TODAY, 10_000) + 1))
                ->orderBy('day')
                ->orderBy('id')
                ->get()
                ->filter(static fn (object $of): bool => $of->period % 10 === 0)
                ->groupBy('period')
                ->sortKeys()
                ->first(static fn ($of): bool => $of->last()->day > $from);
            if ($told !== null) {
                $before = $told->last(static fn (object $of): bool => $of->day <= $from);
                $expected[$company] = [
                    'period' => (int) $told->last()->period,
                    'day' => (int) $told->last()->day,
                    'before' => $before === null ? null : (float) $before->mean,
                    'now' => (float) $told->last()->mean,
                ];
            }
        }
        $this->assertGreaterThan(10, count($expected));
        ksort($revised);
        $this->assertSame($expected, $revised);
    }

    public function test_results_stand_beside_what_was_expected_and_dividends_beside_the_one_before(): void
    {
        $rows = $this->app->make(RecentChanges::class)->of(array_map(static fn (): int => 20250601, $this->since()), self::TODAY);
        $this->assertGreaterThan(50, count($rows['filings']));
        foreach ($rows['filings'] as $of) {
            $filing = DB::table('filings')->where([
                'company_id' => $of['company_id'],
                'filed_on' => $of['day'],
                'title' => $of['title'],
                'period' => $of['period'],
            ]);
            $actual = DB::table('facts')->where([
                'filing_id' => $filing->value('id'),
                'line' => self::LINE,
                'period' => $of['period'],
            ]);
            $consensus = DB::table('estimates')
                ->where(['company_id' => $of['company_id'], 'line' => self::LINE, 'period' => $of['period']])
                ->where('day', '<', $of['day'])
                ->orderByDesc('day')
                ->value('mean');
            $this->assertEquals($actual->value('value'), $of['actual'], $of['title']);
            $this->assertEquals($of['actual'] === null ? null : $consensus, $of['consensus'], $of['title']);
        }
        $this->assertGreaterThan(20, count($rows['dividends']));
        foreach ($rows['dividends'] as $of) {
            $before = DB::table('dividends')
                ->where('security_id', $of['security_id'])
                ->where('special', false)
                ->where('ex_date', '<', $of['ex_date'])
                ->orderByDesc('ex_date')
                ->value('amount');
            $this->assertEquals($before, $of['before']);
        }
    }

    public function test_the_ends_of_prices_are_those_of_the_whole(): void
    {
        $prices = $this->app->make(RecentPrices::class);
        $since = $this->since();
        $ends = $prices->ends($since, self::TODAY);
        $this->assertGreaterThan(20, count($ends));
        foreach ($prices->since($since, self::TODAY) as $company => $series) {
            $last = count($series->days) - 1;
            $known = $last > 0 && $series->days[0] <= $since[$company];
            $this->assertSame($known ? [$series->closes[0], $series->closes[$last], $series->days[$last]] : null, $ends[$company] ?? null);
        }
    }
}
