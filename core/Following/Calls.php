<?php

declare(strict_types=1);

namespace Logion\Following;

use Logion\Expectation\Revisions;
use Logion\Figure\Absence;
use Logion\Screening\Condition;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** When a check called, and whether it is met. What is asked of days one by one gives the same calls as what is asked of all at once. */
final readonly class Calls
{
    /** A change of a dividend smaller than this is one of its currency or its rounding. */
    private const SAME_DIVIDEND = 0.005;

    /** An event is still met so many days after it. */
    private const LASTING_DAYS = 95;

    public function __construct(private CompanyCheck $check, private Followed $of)
    {
    }

    /**
     * @param  int  $after  day YYYYMMDD after which calls are wanted
     * @return list<Call> by day
     */
    public function between(int $after, int $until): array
    {
        return match (true) {
            $this->check->kind->isOfPrice() => PriceCalls::between(
                $this->of->now->prices->days,
                $this->of->now->prices->closes,
                $this->priceRule(),
                $after,
                $until,
            ),
            $this->check->kind->isEvent() => array_values(
                array_filter($this->events(), static fn (Call $of): bool => $of->day > $after && $of->day <= $until),
            ),
            $this->check->kind === CheckKind::Date => $this->check->day > $after && $this->check->day <= $until
                ? [new Call((int) $this->check->day, (string) $this->check->day)]
                : [],
            $this->check->kind === CheckKind::Revision => $this->begins($this->revisionDays($after, $until), $after),
            default => $this->begins(self::monthEnds($after, $until), $after),
        };
    }

    /** Whether it is met on a day. */
    public function standing(int $day): Standing
    {
        $kind = $this->check->kind;
        if ($kind === CheckKind::Date) {
            return new Standing($day >= $this->check->day);
        }
        if ($kind->isEvent()) {
            $last = null;
            foreach ($this->events() as $call) {
                $last = $call->day <= $day ? $call : $last;
            }

            return new Standing(
                $last !== null && Day::between($last->day, $day) <= self::LASTING_DAYS,
                $last?->actual,
                $last?->required,
                $last?->day,
            );
        }
        if ($kind->isOfPrice()) {
            $prices = $this->of->on($day)->prices;
            $last = $prices->last();
            if ($last < 0) {
                return new Standing(null);
            }
            [$met, $against] = $this->priceRule($day)($prices->days[$last], $prices->closes[$last]);

            return new Standing($met, $prices->closes[$last], $against);
        }

        return $kind === CheckKind::Revision ? $this->revision($day) : $this->criterion($day);
    }

    /** @return \Closure(int, float): array{bool, float} */
    private function priceRule(?int $day = null): \Closure
    {
        $scope = $this->of->now;
        $until = $day ?? $scope->asOf;

        return PriceCalls::rule($this->check, static fn (int $from): float => $scope->prices->actions->splitRatio($from, $until));
    }

    /** @return list<Call> all there are, by day */
    private function events(): array
    {
        return match ($this->check->kind) {
            CheckKind::Surprise => $this->surprises(),
            CheckKind::Insider => $this->purchases(),
            default => $this->dividendChanges(),
        };
    }

    /** @return list<Call> */
    private function surprises(): array
    {
        $scope = $this->of->now;
        $line = (string) $this->check->line;
        $latest = $scope->facts->latestQuarter();
        $calls = [];
        for ($ago = 24; $latest !== null && $ago >= 0; $ago--) {
            $quarter = FiscalPeriod::shiftQuarters($latest, -$ago);
            $fact = $scope->facts->fact($line, $quarter);
            if ($fact === null) {
                continue;
            }
            ['consensus' => $consensus, 'surprise' => $surprise] = Revisions::of(
                $quarter,
                $scope->expectedPath($line, $quarter, 0),
            )->surprise($quarter, $fact->filedOn, $scope->facts->value($line, $quarter));
            if ($surprise !== null && $this->check->isBeyond($surprise)) {
                $calls[] = new Call($fact->filedOn, (string) $quarter, $surprise, $consensus);
            }
        }

        return $calls;
    }

    /** @return list<Call> days on which insiders bought for at least the amount, where prices are told */
    private function purchases(): array
    {
        $byDay = [];
        foreach ($this->of->insiderTrades as ['day' => $day, 'shares' => $shares, 'price' => $price]) {
            if ($shares > 0 && $day <= $this->of->now->asOf) {
                $byDay[$day] = ($byDay[$day] ?? 0.0) + $shares * ($price ?? 0.0);
            }
        }
        ksort($byDay);
        $calls = [];
        foreach ($byDay as $day => $money) {
            if ($money >= ($this->check->amount ?? 0.0)) {
                $calls[] = new Call($day, (string) $day, $money, $this->check->amount);
            }
        }

        return $calls;
    }

    /** @return list<Call> */
    private function dividendChanges(): array
    {
        $scope = $this->of->now;
        $calls = [];
        $before = null;
        foreach ($this->of->dividends as $of) {
            if ($of['special'] || $of['declared'] > $scope->asOf) {
                continue;
            }
            $amount = $of['amount'] / $scope->prices->actions->splitRatio($of['ex'], $scope->asOf);
            if ($before !== null && abs($amount - $before) > self::SAME_DIVIDEND * $before) {
                $calls[] = new Call($of['declared'], (string) $of['ex'], $amount, $before);
            }
            $before = $amount;
        }

        return $calls;
    }

    /**
     * Days of some on which it is met and was not on the one before.
     *
     * @param  list<int>  $days  the first of them only says how it stood
     * @return list<Call>
     */
    private function begins(array $days, int $after): array
    {
        $calls = [];
        $before = null;
        foreach ($days as $day) {
            $standing = $this->standing($day);
            if ($standing->met === true && $before === false && $day > $after) {
                $calls[] = new Call($day, (string) $day, $standing->actual, $standing->required);
            }
            $before = $standing->met ?? $before;
        }

        return $calls;
    }

    private function revision(int $day): Standing
    {
        $scope = $this->of->on($day);
        $line = (string) $this->check->line;
        $latest = $scope->facts->latestQuarter();
        if ($latest === null) {
            return new Standing(null);
        }
        // The first fiscal year that has not been told.
        $year = FiscalPeriod::fiscalYear(FiscalPeriod::shiftQuarters($latest, 1));
        $period = FiscalPeriod::year($year);
        $revision = Revisions::of($period, $scope->expectedPath($line, $period, 0))->over($period, $day, $this->check->days)['revision'];

        return new Standing($revision === null ? null : $this->check->isBeyond($revision), $revision, $this->check->beyond);
    }

    private function criterion(int $day): Standing
    {
        $scope = $this->of->on($day);
        $node = $scope->catalogue->parse((string) $this->check->formula);
        $verdict = $scope->value($node);
        $condition = Condition::of($node);
        $known = static fn (float|Absence|null $of): ?float => is_float($of) ? $of : null;

        return new Standing(
            $verdict instanceof Absence ? null : ($verdict != 0.0) === ($this->check->kind === CheckKind::Criterion),
            $condition === null ? null : $known($scope->value($condition->actual)),
            $condition === null ? null : $known($scope->value($condition->required)),
        );
    }

    /** @return list<int> days on which what is expected changed, and the one before them */
    private function revisionDays(int $after, int $until): array
    {
        $scope = $this->of->now;
        $days = [$after => true];
        $latest = $scope->facts->latestQuarter();
        $first = $latest === null ? 0 : FiscalPeriod::fiscalYear($latest) - 4;
        for ($year = $first; $latest !== null && $year <= $first + 6; $year++) {
            foreach ($scope->expectedPath((string) $this->check->line, FiscalPeriod::year($year), 0) as [$day]) {
                foreach ([$day, Day::plus($day, $this->check->days)] as $moves) {
                    if ($moves > $after && $moves <= $until) {
                        $days[$moves] = true;
                    }
                }
            }
        }
        ksort($days);

        return array_keys($days);
    }

    /** @return list<int> ends of months in between, the start before them and the last day */
    private static function monthEnds(int $after, int $until): array
    {
        $days = [$after];
        for ($day = $after; ($end = self::monthEnd($day)) < $until; $day = Day::plus($end, 1)) {
            if ($end > $after) {
                $days[] = $end;
            }
        }
        $days[] = $until;

        return array_values(array_unique($days));
    }

    private static function monthEnd(int $day): int
    {
        return Day::month($day) * 100 + Day::daysOfMonth(Day::month($day));
    }
}
