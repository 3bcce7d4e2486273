<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Time\Day;
use Simulation\Analysts\Coverage;
use Simulation\Analysts\Record;
use Simulation\Books\Books;
use Simulation\Books\Consolidation;
use Simulation\Books\Quarter;
use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Disclosure\Ownership;
use Simulation\Disclosure\Reports;
use Simulation\Market\SharePrice;
use Simulation\Market\Worth;
use Simulation\Newsroom\Newsroom;
use Simulation\Publication;
use Simulation\Subject;
use Simulation\Wire;
use Simulation\World;

/**
 * A company from day to day: its books, its price, what it tells and what is said of it. All of it that lasts is in this object.
 *
 * @phpstan-type Told array{period: int, lines: array<string, int|float>, own: array<string, int|float>|null, due: int, heard: int,
 *     expected: array{revenue: float, eps: float}|null}
 */
final class ListedCompany
{
    /** What quarters are expected to bring is told from this day on. */
    private const FIRST_QUARTERLY_CONSENSUS = 20190101;

    /** So many days before results the expectation of the quarter stands. */
    private const DAYS_BEFORE = 10;

    private readonly Books $books;

    private readonly SharePrice $price;

    private readonly Coverage $coverage;

    private Record $record;

    private readonly Reports $reports;

    private readonly Ownership $ownership;

    private readonly Distributions $distributions;

    private readonly Fate $fate;

    private readonly Identity $identity;

    private readonly Chance $chance;

    private int $year;

    private int $quarter = 1;

    private int $quarterEnd;

    private bool $listed = false;

    private bool $gone = false;

    /** @var list<Told> closed and not told */
    private array $untold = [];

    /** @var list<array{int, float}> ex-dates of splits and new shares per old */
    private array $splits = [];

    /** @var list<array{int, float}> splits to come */
    private array $plannedSplits = [];

    /** The first day on which shareholders may be asked for money again. */
    private int $mayIssue = 0;

    /** An issue of shares to come: the day, thousands wanted, and whether holders have a right to them. @var array{int, int, bool}|null */
    private ?array $issue = null;

    /** A business that is to be handed to the shareholders. */
    private ?SpinOff $spinOff = null;

    /** One that was, which has lived by itself since. */
    private ?self $handedOut = null;

    /** What it told last as a part of this company, until that is in the books. @var array<string, int|float> */
    private array $parted = [];

    public function __construct(public readonly Charter $charter)
    {
        $this->books = Books::of($charter);
        $this->price = new SharePrice($charter);
        $this->coverage = new Coverage($charter);
        $this->record = new Record(self::season($charter), $charter->longGrowth);
        $this->reports = new Reports($charter);
        $this->ownership = new Ownership($charter);
        $this->distributions = new Distributions($charter);
        $this->fate = new Fate($charter);
        $this->identity = new Identity($charter);
        $this->chance = new Chance($charter->seed, "company days {$charter->id}");
        // Who comes to the market later shows some years of books when it does; those of a part begin with those of the whole.
        $listed = isset($charter->events['spun_off_from']) ? Calendar::FIRST_DAY : $charter->events['listed'] ?? Calendar::FIRST_DAY;
        $this->year = max(Calendar::FIRST_YEAR, intdiv($listed, 10000) - 4) + ($charter->yearEndMonth < 12 ? 1 : 0);
        $this->quarterEnd = Calendar::quarterEnd($this->year, 1, $charter->yearEndMonth);
        foreach ($charter->events['split'] ?? [] as $day => $ratio) {
            $this->plannedSplits[] = [$day, $ratio];
        }
        $this->fate->told();
        if (isset($charter->events['spins_off'])) {
            $this->spinOff = new SpinOff($charter->events['spins_off'], new Record(self::season($charter), $charter->longGrowth));
        }
    }

    public function isGone(): bool
    {
        return $this->gone;
    }

    /**
     * Lives through a workday, with what it handed to its shareholders.
     *
     * @return list<array{value: float, return: float}> of each that was traded the value of the shares at the last close before, and what
     *     they made of it
     */
    public function day(World $world, Wire $wire): array
    {
        $own = $this->gone ? null : $this->ownDay($world, $wire);
        $moves = $own === null ? [] : [$own];

        return $this->handedOut === null ? $moves : [...$moves, ...$this->handedOut->day($world, $wire)];
    }

    /** @return array{value: float, return: float}|null */
    private function ownDay(World $world, Wire $wire): ?array
    {
        $day = $wire->day;
        $open = Calendar::isOpen($this->charter->exchange(), $day);
        if ($day > $this->quarterEnd) {
            // Before anything happens on the first day of the next.
            $this->close($world, $wire);
        }
        if (! $this->listed && $day >= ($this->charter->events['listed'] ?? 0)) {
            $this->enter($world, $wire);
        }
        $moved = null;
        if ($this->listed) {
            $this->identity->change($wire);
            $paid = $open ? $this->eventsOfTheMorning($world, $wire) : 0.0;
            if ($this->charter->reportsBeforeOpening) {
                $this->tell($world, $wire, Publication::MORNING + ($this->charter->id % 60));
            }
            $this->courtship($wire);
            $moved = $this->trade($world, $wire, $open, $paid);
            if (! $this->charter->reportsBeforeOpening) {
                $this->tell($world, $wire, Publication::EVENING + ($this->charter->id % 50));
            }
        }
        if ($this->listed && ! $this->gone) {
            $this->eventsOfTheEvening($world, $wire);
        }

        return $moved;
    }

    private function enter(World $world, Wire $wire): void
    {
        $this->introduce($world, $wire);
        if (isset($this->charter->events['listed'])) {
            $this->price->begin();
            Newsroom::listed($wire, $this->charter, $this->price->close);
        }
    }

    private function introduce(World $world, Wire $wire): void
    {
        $this->listed = true;
        $this->identity->enter($wire);
        if (isset($this->charter->events['listed'])) {
            // What it has told by then stands in its prospectus.
            foreach ($this->untold as $told) {
                $this->file($world, $wire, Publication::MORNING, $told);
            }
            $this->untold = [];
            $this->reckon($world, $wire->day);
        }
    }

    /**
     * Its shares are handed to the shareholders of the company that owned it, and traded from this day on.
     *
     * @param  int  $shares  of it, thousands
     * @param  float  $value  of owner and business together, thousands of crowns
     * @param  float  $rest  what those who reckon it hold the owner to be worth without it
     * @return float first price
     */
    private function beginApart(World $world, Wire $wire, int $shares, float $value, float $rest): float
    {
        $this->split($wire->day, $shares / $this->books->shares);
        $this->books->shares = $shares;
        $this->introduce($world, $wire);
        $worth = $this->price->worth * $shares;
        $this->price->beginAt(($value * $worth) / ($worth + $rest) / $shares);
        Newsroom::listed($wire, $this->charter, $this->price->close);

        return $this->price->close;
    }

    /** What goes off when the exchange opens; cash that leaves a share, in crowns. */
    private function eventsOfTheMorning(World $world, Wire $wire): float
    {
        $day = $wire->day;
        $id = $this->charter->id;
        foreach ($this->plannedSplits as $i => [$exDate, $ratio]) {
            if ($exDate <= $day) {
                unset($this->plannedSplits[$i]);
                $this->plannedSplits = array_values($this->plannedSplits);
                $this->split($day, $ratio);
                $wire->publish(Subject::Action, 400, ['security' => $id, 'kind' => 'split', 'ratio' => $ratio]);
                break;
            }
        }
        if ($this->issue !== null && $this->issue[0] <= $day && $this->price->close > 0) {
            $this->issueShares($world, $wire);
        }
        if ($this->spinOff !== null && $this->spinOff->day() <= $day && $this->price->close > 0) {
            $this->handOut($this->spinOff, $world, $wire);
        }
        $cash = 0.0;
        $rate = $this->rate($world, $day);
        foreach ($this->distributions->goingOff($day, $this->books->shares) as $dividend) {
            $amount = $rate === 1.0 ? $dividend['amount'] : round($dividend['amount'] * $rate, 4);
            $cash += $amount;
            foreach ($this->identity->securities() as $security) {
                $wire->publish(Subject::Dividend, 401, [
                    'security' => $security,
                    'paid' => $dividend['paid'],
                    'amount' => $amount,
                    'declared' => $dividend['declared'],
                    'special' => $dividend['special'],
                ]);
            }
        }
        if ($cash > 0 && $this->price->close > 0) {
            $this->price->adjust(1.0, $cash);
        }

        return $cash;
    }

    private function split(int $day, float $ratio): void
    {
        $this->splits[] = [$day, $ratio];
        if ($this->price->close > 0) {
            $this->price->adjust($ratio);
        }
        $this->books->split($ratio);
        $this->record->split($ratio);
        $this->coverage->split($ratio);
        $this->ownership->split($ratio);
        $this->distributions->split($ratio);
        if ($this->fate->offer !== null) {
            $this->fate->offer['price'] /= $ratio;
        }
        foreach ($this->untold as $i => $told) {
            if ($told['expected'] !== null) {
                $this->untold[$i]['expected']['eps'] /= $ratio;
            }
        }
    }

    /** New shares at the market's price, or to holders below it. */
    private function issueShares(World $world, Wire $wire): void
    {
        [, $wanted, $isRight] = $this->issue ?? throw new \LogicException('No issue is planned.');
        $this->issue = null;
        $price = $this->price->close / $this->rate($world, $wire->day);
        $value = $price * $this->books->shares;
        // Nobody can raise more than a part of what it is worth.
        $amount = (int) round(min($wanted, ($isRight ? 0.4 : 0.12) * $value));
        if ($amount < 1) {
            return;
        }
        $each = $price * ($isRight ? 0.74 : 0.97);
        $count = max(1, (int) round($amount / $each));
        $before = $this->books->shares;
        $this->books->issue($count, $amount);
        if ($isRight) {
            $after = ($price * $before + $amount) / ($before + $count);
            $factor = round($price / $after, 6);
            $this->price->adjust($factor);
            $wire->publish(Subject::Action, 402, ['security' => $this->charter->id, 'kind' => 'rights', 'ratio' => $factor]);
        } else {
            $this->price->news -= 0.015;
        }
        Newsroom::issued($wire, $this->charter, $count / $before, $amount, $isRight);
    }

    /** Shareholders get the shares of a business: what owner and business were worth together is divided between them. */
    private function handOut(SpinOff $spinOff, World $world, Wire $wire): void
    {
        $before = $this->record->nextYear();
        $this->record = $spinOff->rest;
        $after = $this->record->nextYear();
        $part = $spinOff->part($this->earned());
        $rest = $this->value($world, $wire->day);
        $value = $this->price->close * $this->books->shares;
        $shares = max(1, intdiv($this->books->shares, $spinOff->ownersForOne()));
        $price = $spinOff->business->beginApart($world, $wire, $shares, $value, $rest);
        $factor = round(1 / (1 - ($price * $shares) / $value), 6);
        $this->price->adjust($factor);
        $this->price->rebase($rest / $this->books->shares);
        $this->distributions->annual *= 1 - $part;
        $this->coverage->without(
            $after['revenue'] / $before['revenue'],
            $before['income'] > 0 ? $after['income'] / $before['income'] : 1.0,
        );
        $this->parted = $spinOff->last;
        $this->handedOut = $spinOff->business;
        $this->spinOff = null;
        $wire->publish(Subject::Action, 403, ['security' => $this->charter->id, 'kind' => 'spin_off', 'ratio' => $factor]);
        Newsroom::separated($wire, $this->charter, $this->handedOut->charter, $spinOff->ownersForOne());
    }

    /** A buyer comes forward, and the offer closes or fails. */
    private function courtship(Wire $wire): void
    {
        $offer = $this->fate->offer;
        if ($offer === null || $this->price->close <= 0) {
            return;
        }
        if ($offer['price'] <= 0 && $offer['announced'] <= $wire->day) {
            $offer['price'] = round($this->price->close * $offer['premium'], 2);
            $this->fate->offer = $offer;
            $this->price->offer = $offer['price'];
            $this->price->news = log($offer['price'] / $this->price->close);
            $this->takeover($wire, $offer, 'announced');
            Newsroom::offered($wire, $this->charter, $offer);
        } elseif ($offer['price'] > 0 && $offer['closes'] <= $wire->day) {
            if ($offer['fails']) {
                $this->price->offer = 0.0;
                $this->price->news = -log($offer['premium']) * 0.8;
                $this->fate->offer = null;
                $this->takeover($wire, $offer, 'failed');
            } else {
                $this->fate->ends = $wire->day;
                $this->fate->because =
                    'Taken over at '.rtrim(rtrim(number_format($offer['premium'], 2), '0'), '.').' times the last price.';
                $this->takeover($wire, $offer, 'completed');
            }
        }
    }

    /** @param  array{announced: int, closes: int, premium: float, buyer: string, fails: bool, price: float, cash: float}  $offer */
    private function takeover(Wire $wire, array $offer, string $state): void
    {
        $wire->publish(Subject::Takeover, 440, [
            'company' => $this->charter->id,
            'buyer' => $offer['buyer'],
            'announced' => $offer['announced'],
            'price' => $offer['price'],
            'before' => round($offer['price'] / $offer['premium'], 2),
            'cash' => $offer['cash'],
            'state' => $state,
        ]);
    }

    /** @return array{value: float, return: float}|null */
    private function trade(World $world, Wire $wire, bool $open, float $paid): ?array
    {
        if ($this->price->close <= 0) {
            return null;
        }
        if (! $open) {
            $this->price->wait($world, $wire->day);

            return null;
        }
        // After what went off this morning.
        $before = $this->price->close;
        $bar = $this->price->trade($world, $wire->day, (float) $this->books->distress, $this->books->shares);
        if ($wire->day >= Calendar::FIRST_PRICE) {
            $this->identity->bars($wire, $bar, $world->economy->exchangeRate($wire->day));
        }
        // The dividend left the price this morning: holders have it.
        $moved = ['value' => ($before + $paid) * $this->books->shares, 'return' => ($bar['close'] + $paid) / ($before + $paid) - 1];
        if ($this->fate->ends > 0 && $wire->day >= $this->fate->ends) {
            $this->gone = true;
            $this->identity->leave($wire, $this->fate->because);
        }

        return $moved;
    }

    private function close(World $world, Wire $wire): void
    {
        $day = $wire->day;
        while ($day > $this->quarterEnd) {
            $this->closeQuarter($world, $day);
        }
        if ($this->books->isBankrupt() && $this->listed && ! isset($this->charter->events['insolvent'])) {
            $this->fate->insolvent || Newsroom::insolvent($wire, $this->charter);
            $this->fate->fail(Day::plus($day, $this->chance->integer(5, 40)));
            $this->price->news = -0.7 - 0.5 * $this->chance->uniform();
        }
    }

    /** @return array<string, int|float> lines of the quarter without what is consolidated */
    public function closeQuarter(World $world, int $day): array
    {
        $price = $this->price->close / $this->rate($world, $day);
        $quarter = new Quarter($world, $this->year, $this->quarter, $this->charter->yearEndMonth, $price);
        $this->books->prospects += max(-0.6, min(0.6, $this->price->rumour));
        $this->price->rumour = 0.0;
        $own = $this->books->close($quarter);
        $own['dividends_per_share'] = round($this->distributions->goneOff, 4);
        $this->distributions->goneOff = 0.0;
        if ($this->parted !== []) {
            $own = Consolidation::after($own, $this->parted);
            $this->parted = [];
        }
        $owned = $this->spinOff?->close($world, $day);
        $this->untold[] = [
            'period' => $quarter->period(),
            'lines' => $owned === null ? $own : Consolidation::of($own, $owned),
            'own' => $owned === null ? null : $own,
            'due' => ($due = $this->dueDay($this->quarterEnd, $this->quarter, $day)),
            'heard' => Day::plus($due, -self::DAYS_BEFORE),
            'expected' => null,
        ];
        if (! $this->listed) {
            $this->untold = array_slice($this->untold, -16);
        }
        if ($this->quarter === 4) {
            $this->year++;
        }
        $this->quarter = ($this->quarter % 4) + 1;
        $this->quarterEnd = Calendar::quarterEnd($this->year, $this->quarter, $this->charter->yearEndMonth);

        return $own;
    }

    /** Income a year for shareholders, without what is consolidated; 0 before there is any. */
    public function earned(): float
    {
        return $this->books->earned() ?? 0.0;
    }

    private function dueDay(int $end, int $quarter, int $from): int
    {
        $lag = ($quarter === 4 ? $this->charter->annualLag : $this->charter->quarterlyLag) + $this->chance->integer(-2, 3);
        if ($quarter === 4 && ($this->charter->events['late'] ?? 0) === intdiv($end, 10000)) {
            $lag += 75;
        }

        return Calendar::openFrom($this->charter->exchange(), max($from, Day::plus($end, $lag)));
    }

    /** Tells the quarters that are due. */
    private function tell(World $world, Wire $wire, int $minute): void
    {
        while ($this->untold !== [] && $this->untold[0]['due'] <= $wire->day && ! $this->gone) {
            $told = array_shift($this->untold);
            if (($this->charter->events['new_year_end']['after'] ?? null) === $told['period']) {
                $told['period'] = $this->changeYearEnd($wire, $minute);
            }
            $this->file($world, $wire, $minute, $told);
            if ($this->price->close > 0) {
                $this->react($wire, $minute, $told);
            }
            $this->reckon($world, $wire->day);
            if ($this->price->close <= 0 && $this->record->isEnough()) {
                $this->price->begin();
            }
            $this->decide($world, $wire, $minute, $told);
        }
    }

    /**
     * From this report on the fiscal year ends with the quarter that is told; what was told of other years is told anew.
     *
     * @return int that quarter, counted anew
     */
    private function changeYearEnd(Wire $wire, int $minute): int
    {
        ['after' => $after, 'month' => $month] = $this->charter->events['new_year_end'];
        unset($this->charter->events['new_year_end']);
        $quarters = 4 - ($after % 10);
        $this->identity->endYearsIn($wire, $month);
        foreach ($this->untold as $i => $told) {
            $this->untold[$i]['period'] = Record::after($told['period'], $quarters);
        }
        $next = Record::after(10 * $this->year + $this->quarter, $quarters);
        [$this->year, $this->quarter] = [intdiv($next, 10), $next % 10];
        $this->record->recount($quarters, self::season($this->charter));
        $this->coverage->recount($wire->day);
        $this->reports->recount($wire, $minute, $quarters, $this->splits);
        Newsroom::yearEnd($wire, $minute, $this->charter);

        return Record::after($after, $quarters);
    }

    /** @param  Told  $told */
    private function file(World $world, Wire $wire, int $minute, array $told): void
    {
        $period = $told['period'];
        $goods = $world->market($this->charter);
        $former = $this->identity->formerCurrency($world);
        $price = $goods?->price(intdiv($period, 10) - 0.5) ?? 1.0;
        $this->reports->file($wire, $minute, $period, $told['lines'], $this->splits, $former, $price, $told['own']);
        $this->record->add($period, $told['lines']);
        $this->spinOff?->rest->add($period, $told['own'] ?? $told['lines']);
        $this->coverage->reported($wire->day);
    }

    /**
     * The price answers what was not expected.
     *
     * @param  Told  $told
     */
    private function react(Wire $wire, int $minute, array $told): void
    {
        $expected = $told['expected'];
        $noise = (0.018 + 0.06 * $this->charter->volatility) * $this->chance->normal();
        if ($expected === null) {
            $this->price->hear($noise);

            return;
        }
        $lines = $told['lines'];
        $eps = (float) $lines['net_income_common'] / $this->record->shares();
        $sales = $lines['revenue'] / max(1.0, $expected['revenue']) - 1;
        $scale = max(abs($expected['eps']), (0.012 * $lines['revenue']) / $this->record->shares(), 1e-6);
        $surprise = max(-1.0, min(1.0, ($eps - $expected['eps']) / $scale));
        $this->price->hear($noise, 0.03 * $surprise + 0.1 * max(-0.15, min(0.15, $sales)));
        Newsroom::results($wire, $minute + 1, $this->charter, $told['period'], $lines, $eps, $expected['eps'], $sales);
    }

    /**
     * What the board decides with results.
     *
     * @param  Told  $told
     */
    private function decide(World $world, Wire $wire, int $minute, array $told): void
    {
        $day = $wire->day;
        $fiscalQuarter = $told['period'] % 10;
        $rate = $this->rate($world, $day);
        $price = $this->price->close / $rate;
        $earned = $this->earned() + ($this->spinOff?->business->earned() ?? 0.0);
        $before = $this->distributions->annual;
        $declared = $this->distributions->decide($day, $fiscalQuarter, $earned / $this->books->shares, $this->books->distress > 1, $price);
        foreach ($declared as $dividend) {
            $this->announce($wire, $minute + 2, 'ex_dividend', $dividend['ex'], round($dividend['amount'] * $rate, 4));
        }
        if (
            $fiscalQuarter === 4 &&
            $price > 0 &&
            $this->books->idle > 0.07 * $price * $this->books->shares &&
            $this->chance->happens(0.4)
        ) {
            $special = $this->distributions->special(
                $day,
                min(0.8 * $this->books->idle, 0.06 * $price * $this->books->shares) / $this->books->shares,
            );
            $this->books->idle = 0;
            $this->announce($wire, $minute + 2, 'ex_dividend', $special['ex'], round($special['amount'] * $rate, 4));
        }
        if ($before > 0 && $this->distributions->annual < 0.9 * $before) {
            $this->price->news -= 0.02;
            Newsroom::cut($wire, $minute + 2, $this->charter, 1 - $this->distributions->annual / $before);
        }
        if ($this->books->needs > 0 && $this->issue === null && $price > 0 && $day >= $this->mayIssue) {
            $isRight = $this->books->needs > 0.08 * $price * $this->books->shares;
            $exDate = Calendar::openFrom($this->charter->exchange(), Day::plus($day, $isRight ? $this->chance->integer(16, 28) : 2));
            $this->issue = [$exDate, $this->books->needs, $isRight];
            // Shareholders are not asked twice within a year and a half, but for what buys buildings.
            $this->mayIssue = $this->charter->kind() === 'property' ? 0 : Day::plus($day, 540);
            $this->price->news -= $isRight ? 0.03 : 0.0;
        }
        $this->planSplit($day);
        if ($fiscalQuarter === 4 && $price > 0) {
            $this->guide($wire, $minute + 3);
        }
        $next = $this->dueDayAfter($told['period']);
        $this->announce($wire, $minute + 3, 'results', $next);
        if ($price > 0) {
            $this->fate->courted($day, log($this->price->worth / $this->price->close), ($this->price->close * $this->books->shares) / 1000);
        }
    }

    /** About when the next quarter will be told. */
    private function dueDayAfter(int $period): int
    {
        $next = Record::after($period, 1);
        $end = Calendar::quarterEnd(intdiv($next, 10), $next % 10, $this->charter->yearEndMonth);
        $lag = $next % 10 === 4 ? $this->charter->annualLag : $this->charter->quarterlyLag;

        return Calendar::openFrom($this->charter->exchange(), Day::plus($end, $lag));
    }

    private function planSplit(int $day): void
    {
        $close = $this->price->close;
        if ($this->plannedSplits !== [] || $close <= 0 || isset($this->charter->events['split'])) {
            return;
        }
        $ratio = match (true) {
            $close > 380 => $this->chance->pick([4.0, 5.0, 10.0]),
            $close > 160 && $this->chance->happens(0.3) => $this->chance->pick([2.0, 3.0, 4.0]),
            $close < 0.4 => 0.05,
            $close < 1.0 && $this->chance->happens(0.5) => 0.1,
            default => 1.0,
        };
        if ($ratio !== 1.0) {
            // Some go off before the quarter ends, some between its end and the report, which then tells it in new shares.
            $wait = $this->chance->integer(0, 12);
            $from = $this->charter->id % 2 === 0 ? Day::plus($day, 20 + $wait) : Day::plus($this->quarterEnd, 3 + $wait);
            $this->plannedSplits[] = [Calendar::openFrom($this->charter->exchange(), $from), $ratio];
        }
    }

    private function guide(Wire $wire, int $minute): void
    {
        if ($this->charter->id % 4 === 0 || ! $this->record->isEnough()) {
            return;
        }
        $sum = 0.0;
        for ($ahead = 1; $ahead <= 4; $ahead++) {
            $sum += $this->record->expected($ahead)['revenue'];
        }
        $middle = 1000 * $sum * (1 + 0.015 * $this->chance->normal());
        $width = 0.015 + 0.6 * $this->charter->noise;
        $step = 10 ** max(3, (int) floor(log10($middle)) - 2);
        $wire->publish(Subject::Guidance, $minute, [
            'company' => $this->charter->id,
            'line' => 'revenue',
            'period' => 10 * intdiv(Record::after($this->record->lastPeriod(), 1), 10),
            'low' => round(($middle * (1 - $width)) / $step) * $step,
            'high' => round(($middle * (1 + $width)) / $step) * $step,
        ]);
    }

    private function announce(Wire $wire, int $minute, string $kind, int $on, ?float $amount = null): void
    {
        $wire->publish(Subject::CalendarDate, $minute, [
            'company' => $this->charter->id,
            'kind' => $kind,
            'on' => $on,
            'amount' => $amount,
        ]);
    }

    private function eventsOfTheEvening(World $world, Wire $wire): void
    {
        $day = $wire->day;
        $paid = $this->distributions->paying($day);
        $owned = $paid > 0 && $this->spinOff !== null ? (int) round($this->spinOff->part($this->earned()) * $paid) : 0;
        $this->books->dividends += $paid - $owned;
        if ($this->spinOff !== null) {
            $this->spinOff->business->books->dividends += $owned;
            if ($wire->reaches($this->spinOff->toldOn())) {
                $this->announce($wire, Publication::MORNING, 'spin_off', $this->spinOff->day());
                Newsroom::willSeparate($wire, $this->charter, $this->spinOff->business->charter, $this->spinOff->day());
            }
        }
        if (isset($this->charter->events['insolvent']) && $day >= $this->charter->events['insolvent'][0]) {
            if (! $this->fate->insolvent) {
                $this->price->news = -0.9;
                Newsroom::insolvent($wire, $this->charter);
            }
            $this->fate->fail($day, $this->charter->events['insolvent'][1]);
        }
        if ($this->reports->restates()) {
            foreach ($this->reports->restate($wire, $this->splits) as $year => $factor) {
                $this->price->hear(-2.5 * (1 - $factor));
                Newsroom::restated($wire, 481, $this->charter, $year, $factor);
            }
        }
        if ($this->price->close <= 0) {
            return;
        }
        $rate = $this->rate($world, $day);
        $next = $this->untold[0] ?? null;
        if ($next !== null && $next['expected'] === null && $day >= $next['heard'] && $this->record->isEnough()) {
            $told = $day >= self::FIRST_QUARTERLY_CONSENSUS ? $wire : null;
            $this->untold[0]['expected'] = $this->coverage->quarter($told, $this->record, $next);
        }
        $payout = $this->distributions->annual > 0 ? $this->charter->payout : 0.0;
        $this->coverage->day($wire, $this->record, $next, $this->price->close, $this->price->worth, $rate, $payout);
        if (Coverage::isSnapshot($wire)) {
            $this->coverage->consensus($wire);
        }
        $shares = 1000.0 * $this->books->shares;
        if ($next === null) {
            $this->ownership->trade($wire, $this->price->close, $shares, log($this->price->worth / $this->price->close));
        }
        if ($wire->endsMonth) {
            $this->reckon($world, $day);
            $due = $next['due'] ?? $this->dueDayAfter($this->record->lastPeriod());
            $opinions = $this->coverage->isFollowed()
                ? $this->coverage->opinions($day, 0.5 * $this->record->growth() + 0.5 * $this->charter->longGrowth)
                : [];
            $this->ownership->endOfMonth($wire, $shares, [...$opinions, 'next_report_date' => (float) max($wire->next, $due)]);
        }
    }

    /** What the business is worth to those who reckon it, from what is told. */
    private function reckon(World $world, int $day): void
    {
        if (! $this->record->isEnough()) {
            return;
        }
        $this->price->reckon(max(0.0002, $this->value($world, $day) / $this->books->shares));
    }

    /** Thousands of crowns that all shares are worth to those who reckon it. */
    private function value(World $world, int $day): float
    {
        $p = $this->charter;
        $next = $this->record->nextYear();
        $funds = $p->kind() === 'property';
        $usual = $next['revenue'] * $this->record->margin($funds ? 'funds' : 'income', 16);
        $cost = $world->economy->onDay($day)['long'] + $p->beta * Worth::PREMIUM;
        $value = Worth::of(
            $p->kind(),
            [
                'income' => 0.85 * $next[$funds ? 'funds' : 'income'] + 0.15 * $usual,
                'revenue' => $next['revenue'],
                'equity' => $this->record->equity(),
                'growth' => $this->record->growth(),
                'margin' => 0.8 * $p->industry()->margin * (1 - $p->taxRate),
            ],
            $cost,
        );
        $view = 1.0;
        foreach ($p->events['worth'] ?? [] as $from => $of) {
            $view = $from <= intdiv($day, 10000) ? $of : $view;
        }

        return $view * $value * $this->rate($world, $day);
    }

    /** Crowns for one unit of the currency of the books. */
    private function rate(World $world, int $day): float
    {
        return $this->charter->reportingCurrency === Names::CURRENCY ? 1.0 : $world->economy->exchangeRate($day);
    }

    /** @return list<float> of revenue by fiscal quarter */
    private static function season(Charter $charter): array
    {
        $season = [];
        for ($quarter = 1; $quarter <= 4; $quarter++) {
            $month = intdiv(Calendar::quarterEnd(2020, $quarter, $charter->yearEndMonth), 100) % 100;
            $season[] = $charter->industry()->season[intdiv($month - 1, 3)];
        }

        return $season;
    }
}
