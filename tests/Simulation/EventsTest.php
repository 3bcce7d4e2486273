<?php

declare(strict_types=1);

namespace Tests\Simulation;

use Logion\Time\Day;
use PHPUnit\Framework\TestCase;
use Simulation\Calendar;
use Simulation\Company\Charter;
use Simulation\Company\Roster;
use Simulation\Exchange;
use Simulation\Publication;
use Simulation\Subject;

/** What happens to companies once in a while is told so that one figure follows from the others. */
final class EventsTest extends TestCase
{
    private const SEED = 20260630;

    private const LAST_DAY = 20261130;

    /** @var array<int, list<Publication>>|null by company */
    private static ?array $told = null;

    /** @var array<int, Charter> */
    private static array $charters = [];

    /** Only those to whom something of this happens live, which makes no difference to them. */
    public static function setUpBeforeClass(): void
    {
        if (self::$told !== null) {
            return;
        }
        self::$told = [];
        $concerned = array_filter(
            Roster::of(400, self::SEED),
            static fn (Charter $of): bool => array_intersect_key(
                $of->events,
                ['spins_off' => 0, 'spun_off_from' => 0, 'restated' => 0, 'new_year_end' => 0],
            ) !== [],
        );
        foreach ($concerned as $charter) {
            // The exchange changes what a charter says of the end of the year.
            self::$charters[$charter->id] = clone $charter;
        }
        $exchange = Exchange::found(self::SEED);
        $block = Exchange::block(array_values($concerned));
        foreach (Calendar::workdays(Day::plus(Calendar::FIRST_DAY, -1), self::LAST_DAY) as $day) {
            foreach ($exchange->companies($block, $day) as $publication) {
                $id = $publication->values['company'] ?? ($publication->values['security'] ?? $publication->values['listing'] ?? 0);
                self::$told[$id][] = $publication;
            }
        }
    }

    public function test_a_business_is_handed_to_the_shareholders_without_making_or_losing_value(): void
    {
        $pairs = 0;
        foreach (self::$charters as $id => $owner) {
            $business = $owner->events['spins_off'] ?? null;
            if ($business === null || $business->events['listed'] > self::LAST_DAY) {
                continue;
            }
            $pairs++;
            $day = $business->events['listed'];
            $action = $this->only($id, Subject::Action, static fn (Publication $of): bool => $of->values['kind'] === 'spin_off');
            $this->assertSame($day, $action->day);
            $closes = $this->closes($id);
            $first = array_search($day, array_keys($closes), true);
            $this->assertIsInt($first);
            $before = array_values($closes)[$first - 1];
            $given = $before * (1 - 1 / $action->values['ratio']);
            $own = $this->line($business->id, 'shares_outstanding_period_end');
            $all = $this->line($id, 'shares_outstanding_period_end');
            $year = intdiv($day, 10000) - ($owner->yearEndMonth === 12 ? 1 : 0);
            $each = $given / ($own[10 * $year] / $all[10 * $year]);
            // One day's trades lie between the first price and the first close.
            $this->assertEqualsWithDelta(1.0, $this->closes($business->id)[$day] / $each, 0.15, "{$owner->name} gives {$business->name}");
            $this->assertStringContainsString($owner->name, $business->description);
            $this->assertAccountsPart($owner, $business, $year);
        }
        $this->assertGreaterThanOrEqual(5, $pairs);
    }

    /** Until it goes the business is a part of the owner's accounts, to the thousand; then its cash is gone and nothing else. */
    private function assertAccountsPart(Charter $owner, Charter $business, int $year): void
    {
        $annual = $this->only(
            $owner->id,
            Subject::Filing,
            static fn (Publication $of): bool => $of->values['kind'] === 'annual' && $of->values['period'] === 10 * $year,
        );
        $parts = [];
        foreach ($annual->values['parts'] as [$axis, $member, $line, , , $value]) {
            if ($axis === 'business') {
                $parts[$line][$member] = $value;
            }
        }
        foreach (['revenue', 'operating_income'] as $line) {
            $this->assertSame($this->line($business->id, $line)[10 * $year], $parts[$line][$business->name], $line);
        }
        $this->assertEqualsWithDelta($this->line($owner->id, 'revenue')[10 * $year], array_sum($parts['revenue']), 1.0);
        $cash = $this->line($owner->id, 'cash_and_equivalents');
        $last = $this->line($business->id, 'cash_and_equivalents')[10 * $year];
        $this->assertSame(-$last, $this->line($owner->id, 'other_investing_cash_flow')[10 * ($year + 1)]);
        $this->assertSame(
            $cash[10 * ($year + 1)] - $cash[10 * $year],
            $this->line($owner->id, 'net_change_in_cash')[10 * ($year + 1)],
            "cash of {$owner->name}",
        );
        $equity = $this->line($owner->id, 'retained_earnings');
        $earned =
            $this->line($owner->id, 'net_income_parent')[10 * ($year + 1)] - $this->line($owner->id, 'dividends_paid')[10 * ($year + 1)];
        $gone = $this->line($business->id, 'retained_earnings')[10 * $year];
        $this->assertSame($equity[10 * $year] + $earned - $gone, $equity[10 * ($year + 1)], "retained earnings of {$owner->name}");
    }

    public function test_a_year_that_ends_otherwise_is_told_anew_and_is_the_same_by_quarters(): void
    {
        $moved = $compared = 0;
        $years = [];
        foreach (self::$charters as $id => $charter) {
            $change = array_filter(
                $this->of($id, Subject::Name),
                static fn (Publication $of): bool => $of->values['attribute'] === 'fiscal_year_end_month',
            );
            if ($change === []) {
                continue;
            }
            $moved++;
            $change = array_values($change)[0];
            $this->assertSame('12', $change->values['before']);
            $this->assertSame($charter->events['new_year_end']['month'], $change->values['now']);
            $before = $after = [];
            foreach ($this->of($id, Subject::Filing) as $filing) {
                foreach ($filing->values['facts'] as [$line, $period, $value]) {
                    if ($line === 'revenue' && $period % 10 > 0) {
                        $end = Calendar::quarterEnd(
                            intdiv($period, 10),
                            $period % 10,
                            $filing->day < $change->day ? 12 : $change->values['now'],
                        );
                        $filing->day < $change->day ? ($before[$end] = $value) : ($after[$end] = $value);
                    } elseif ($line === 'revenue' && $filing->day >= $change->day) {
                        $years[$id][intdiv($period, 10)] = $value;
                        $this->assertSame(
                            Calendar::quarterEnd(intdiv($period, 10), 4, $change->values['now']),
                            $filing->values['end'],
                            $filing->values['title'],
                        );
                    }
                }
            }
            $this->assertSame([], array_diff_assoc(array_intersect_key($before, $after), $after), 'quarters are those told before');
            $compared += count(array_intersect_key($before, $after));
            foreach ($years[$id] ?? [] as $year => $revenue) {
                $quarters = array_map(
                    static fn (int $q): ?float => $after[Calendar::quarterEnd($year, $q, $change->values['now'])] ?? null,
                    [1, 2, 3, 4],
                );
                in_array(null, $quarters, true) || $this->assertSame($revenue, array_sum($quarters), "{$charter->name} {$year}");
            }
            $this->assertSame(range(2015, max(array_keys($years[$id]))), array_keys($years[$id]), 'every whole year since the first');
        }
        $this->assertGreaterThanOrEqual(3, $moved);
        $this->assertGreaterThan(20, $compared);
    }

    public function test_a_year_that_was_told_wrongly_is_told_anew_with_less(): void
    {
        $restated = 0;
        foreach (self::$charters as $id => $charter) {
            foreach ($charter->events['restated'] ?? [] as $year => [$day, $factor]) {
                $filings = array_filter(
                    $this->of($id, Subject::Filing),
                    static fn (Publication $of): bool => $of->values['kind'] === 'restatement' && $of->values['period'] === 10 * $year,
                );
                foreach ($filings as $filing) {
                    $restated++;
                    $this->assertGreaterThanOrEqual($day, $filing->day);
                    $facts = array_column($filing->values['facts'], 2, 0);
                    $first = $this->line($id, 'revenue')[10 * $year];
                    $this->assertEqualsWithDelta($factor, $facts['revenue'] / $first, 1e-4);
                    $this->assertGreaterThanOrEqual(0.0, $facts['receivables'], "{$charter->name}: more was written off than was owed");
                    $news = array_filter(
                        $this->of($id, Subject::News),
                        static fn (Publication $of): bool => $of->values['kind'] === 'restatement' && $of->day === $filing->day,
                    );
                    $this->assertCount($filing->day >= 20210101 ? 1 : 0, $news);
                }
            }
        }
        $this->assertGreaterThanOrEqual(6, $restated);
    }

    /** @return list<Publication> */
    private function of(int $company, Subject $subject): array
    {
        return array_values(
            array_filter(self::$told[$company] ?? [], static fn (Publication $of): bool => $of->subject === $subject),
        );
    }

    /** @param  callable(Publication): bool  $where */
    private function only(int $company, Subject $subject, callable $where): Publication
    {
        $found = array_values(array_filter($this->of($company, $subject), $where));
        $this->assertCount(1, $found);

        return $found[0];
    }

    /** @return array<int, float> by day */
    private function closes(int $company): array
    {
        $bars = $this->of($company, Subject::Bar);

        return array_combine(array_column($bars, 'day'), array_map(static fn (Publication $of): float => $of->values['close'], $bars));
    }

    /** @return array<int, float> by period, as first told */
    private function line(int $company, string $line): array
    {
        $values = [];
        foreach ($this->of($company, Subject::Filing) as $filing) {
            foreach ($filing->values['facts'] as [$of, $period, $value]) {
                if ($of === $line) {
                    $values[$period] ??= $value;
                }
            }
        }

        return $values;
    }
}
