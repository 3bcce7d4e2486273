<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Reference\IndustryTree;
use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Industry\Industry;

/** Who takes part: the hand-written companies first, then as many drawn ones as are wanted. */
final class Roster
{
    /** Taxes on profits by country. */
    private const TAX = ['XA' => 0.24, 'XB' => 0.19, 'XC' => 0.28];

    /** Out of a hundred: sound companies, weak ones, and young ones that grow at a loss. */
    private const WEAK = 0.2;

    private const YOUNG = ['62' => 0.2, '21' => 0.14, '26' => 0.08, '27' => 0.05];

    /** Of what an industry usually keeps, what its middle company does: the weak draw it down. */
    private const MIDDLE = 0.88;

    /** Who has one of these is no part of another. */
    private const OWN_STORY = ['market', 'stays', 'late', 'renamed', 'restated', 'new_year_end'];

    /** @var array<string, true> */
    private array $names = [];

    /** @var array<string, true> */
    private array $tickers;

    private function __construct(private readonly int $seed)
    {
        $this->tickers = array_fill_keys(Names::RESERVED_TICKERS, true);
    }

    /** @return list<Charter> numbered from one */
    public static function of(int $count, int $seed): array
    {
        $roster = new self($seed);
        $charters = array_slice(Stories::all($seed), 0, $count);
        foreach ($charters as $charter) {
            $roster->names[$charter->name] = $roster->tickers[$charter->ticker] = true;
        }
        $first = count($charters);
        $chance = new Chance($seed, 'names');
        $weighted = [];
        foreach (Industry::all() as $industry) {
            $weighted = [...$weighted, ...array_fill(0, $industry->weight, $industry)];
        }
        for ($id = $first + 1; $id <= $count; $id++) {
            $charters[] = $roster->drawn($id, $chance->pick($weighted), $chance);
        }
        self::compete($charters);
        self::shareTickers(array_slice($charters, Stories::COUNT));
        self::shareMarkets(array_slice($charters, Stories::COUNT), $seed);
        self::own(array_slice($charters, Stories::COUNT));

        return $charters;
    }

    /**
     * In an industry of a few companies chance alone would make all rich or all poor; buyers and imitators do not let that last.
     *
     * @param  list<Charter>  $charters
     */
    private static function compete(array $charters): void
    {
        $by = [];
        foreach ($charters as $charter) {
            if ($charter->kind() === 'industrial') {
                $by[$charter->industryCode][] = $charter->margin;
            }
        }
        $factors = [];
        foreach ($by as $code => $margins) {
            sort($margins);
            $middle = ($margins[intdiv(count($margins) - 1, 2)] + $margins[intdiv(count($margins), 2)]) / 2;
            $usual = self::MIDDLE * Industry::of((string) $code)->margin;
            $factors[$code] = $middle <= 0 ? 1.4 : max(0.7, min(1.4, $usual / $middle));
        }
        foreach (array_slice($charters, Stories::COUNT) as $charter) {
            if ($charter->kind() === 'industrial' && $charter->margin > 0) {
                $charter->margin *= $factors[$charter->industryCode];
            }
        }
    }

    /**
     * Among the drawn ones, two of different exchanges have one ticker, and one took over a ticker that another gave up.
     *
     * @param  list<Charter>  $drawn
     */
    private static function shareTickers(array $drawn): void
    {
        $of = static fn (string $country): array => array_values(
            array_filter($drawn, static fn (Charter $of): bool => $of->country === $country && ! isset($of->events['listed'])),
        );
        $first = $of('XA')[0] ?? null;
        $others = $of('XB');
        if ($first !== null && count($others) > 1) {
            foreach ([$first, $others[0], $others[1]] as $stays) {
                $stays->events['stays'] = $stays->events['survives'] = true;
            }
            $others[0]->ticker = $first->ticker;
            $others[1]->events['former_ticker'] = [$others[1]->ticker, 20210111];
            $others[1]->ticker = 'SKRW';
        }
    }

    /**
     * In some industries a few rivals share a market: who stands next to each other in the list.
     *
     * @param  list<Charter>  $drawn
     */
    private static function shareMarkets(array $drawn, int $seed): void
    {
        $by = [];
        foreach ($drawn as $charter) {
            $by[$charter->industryCode][] = $charter;
        }
        ksort($by);
        foreach ($by as $code => $of) {
            $drivers = Industry::of((string) $code)->drivers;
            for ($i = 0; $drivers !== [] && $i + 1 < count($of); $i += 8) {
                $chance = new Chance($seed, "markets {$code} {$i}");
                $rivals = array_slice($of, $i, $chance->integer(2, 5));
                [$name, $unit] = $chance->pick($drivers);
                foreach (count($rivals) > 1 ? $rivals : [] as $rival) {
                    $rival->events['market'] = ['name' => $name, 'unit' => $unit, 'rivals' => array_column($rivals, 'id')];
                }
            }
        }
    }

    /**
     * Some that come to the market later were a part of another until then.
     *
     * @param  list<Charter>  $drawn
     */
    private static function own(array $drawn): void
    {
        $sound = array_filter(
            $drawn,
            static fn (Charter $of): bool => $of->kind() === 'industrial' &&
                $of->margin > 0.035 &&
                $of->manipulatesFrom === 0 &&
                array_intersect_key($of->events, array_flip(self::OWN_STORY)) === [],
        );
        $businesses = array_filter($sound, static fn (Charter $of): bool => isset($of->events['listed']));
        $owners = array_filter($sound, static fn (Charter $of): bool => ! isset($of->events['listed']) && $of->revenue > 1.5e8);
        foreach (array_values($businesses) as $i => $business) {
            $here = array_filter($owners, static fn (Charter $of): bool => $of->country === $business->country);
            if ($i % 3 !== 0 || $here === []) {
                continue;
            }
            // Most stay in the trade of who owned them.
            $akin = array_filter($here, static fn (Charter $of): bool => $of->industryCode === $business->industryCode);
            $at = array_key_first($akin) ?? array_key_first($here);
            $owner = $owners[$at];
            unset($owners[$at]);
            $year = intdiv($business->events['listed'], 10000);
            $business->revenue = $owner->revenue * (0.22 + 0.003 * ($business->id % 80)) * min(1.0, $owner->margin / $business->margin);
            $business->yearEndMonth = $owner->yearEndMonth;
            $business->description .= " Was a part of {$owner->name} until {$year}.";
            // After the annual report and before the quarter ends, which is told without the business.
            $owner->annualLag = min($owner->annualLag, 66);
            $ends = Calendar::quarterEnd($year - ($owner->yearEndMonth === 12 ? 1 : 0), 4, $owner->yearEndMonth);
            $business->events['listed'] = Calendar::openFrom($owner->exchange(), Day::plus($ends, 82));
            $business->events['spun_off_from'] = $owner->id;
            $owner->events['spins_off'] = $business;
            $owner->events['stays'] = $owner->events['survives'] = true;
        }
    }

    private function drawn(int $id, Industry $industry, Chance $names): Charter
    {
        $c = new Chance($this->seed, "company {$id}");
        do {
            $place = $names->pick(Names::PLACES);
            $trade = $names->pick($industry->trades);
            $name = "{$place} {$trade}".(count($this->names) > 900 ? ' '.self::roman($names->integer(2, 40 + intdiv($id, 60))) : '');
        } while (isset($this->names[$name]));
        $this->names[$name] = true;
        $ticker = $this->ticker($place, $trade);
        $this->tickers[$ticker] = true;
        $country = $c->pick(['XA', 'XA', 'XA', 'XB', 'XB', 'XC']);
        $charter = new Charter($id, $this->seed, $name, $ticker, $country, $industry->code, self::describe($industry, $place, $country));
        $this->size($charter, $c);
        $this->business($charter, $industry, $c);
        $this->policy($charter, $industry, $c);
        $this->peculiarities($charter, $industry, $c);

        return $charter;
    }

    private function size(Charter $charter, Chance $c): void
    {
        // Few are large: revenue is log-normal about two hundred and fifty million.
        $charter->revenue = max(1.5e7, min(2.5e10, 2.6e8 * exp(1.35 * $c->normal())));
        $large = log($charter->revenue / 2.6e8) / 1.35;
        if ($charter->kind() === 'property') {
            // Rents are a small part of what is let, sales a large one of what makes them.
            $charter->revenue = max(1.5e7, 0.2 * $charter->revenue);
        }
        $charter->shares = round($charter->revenue / $c->between(8, 60), -3);
        $charter->houses = max(0, min(9, (int) round(3.4 + 2.2 * $large + $c->normal())));
        $charter->turnover = exp(-0.7 + 0.25 * $large + 0.5 * $c->normal());
        $charter->freeFloat = $c->between(0.35, 0.97);
        $charter->shorted = 0.012 * exp(0.8 * $c->normal());
        // Small companies move more than large ones.
        $charter->volatility = max(0.13, min(0.52, 0.26 * exp(-0.22 * $large + 0.2 * $c->normal())));
    }

    private function business(Charter $charter, Industry $industry, Chance $c): void
    {
        $young = $c->happens(self::YOUNG[$industry->code] ?? 0.0);
        $weak = ! $young && $c->happens(self::WEAK);
        $quality = $c->normal();
        $about = static fn (float $usual, float $spread): float => $usual * exp($spread * $c->normal());
        $charter->growth = $industry->growth + $industry->dispersion * $c->normal() + 0.012 * $quality;
        $charter->longGrowth = 0.5 * $industry->growth + 0.5 * 0.028 + 0.008 * $c->normal();
        $charter->grossMargin = min(0.93, $about($industry->grossMargin, 0.13) + 0.02 * $quality);
        $charter->margin = $industry->margin * (1 + 0.3 * $quality) * exp(0.12 * $c->normal());
        $charter->research = $about($industry->research, 0.3);
        $charter->receivableDays = $about($industry->receivableDays, 0.2);
        $charter->inventoryDays = $about($industry->inventoryDays, 0.24);
        $charter->payableDays = $about($industry->payableDays, 0.2);
        $charter->prepaidDays = $about($industry->prepaid, 0.3);
        $charter->capital = $about($industry->capital, 0.22);
        $charter->life = $about($industry->life, 0.12);
        $charter->leverage = max(-0.5, $industry->leverage + 0.75 * $c->normal());
        $charter->leases = $about($industry->leases, 0.4);
        $charter->cyclicality = $about($industry->cyclicality, 0.22);
        $charter->fixed = min(0.85, $about($industry->fixed, 0.15));
        $charter->noise = 0.017 * exp(0.45 * $c->normal());
        $charter->beta = max(0.3, min(2.1, $about($industry->beta, 0.2)));
        $charter->taxRate = self::TAX[$charter->country] * $c->between(0.82, 1.12);
        $charter->cash = 0.09 * exp(0.6 * $c->normal());
        if ($weak) {
            $charter->margin = $industry->margin * $c->between(-0.55, 0.5) - 0.004;
            $charter->growth -= $c->between(0.01, 0.06);
            $charter->longGrowth -= 0.015;
            $charter->leverage += $c->between(0.5, 2.0);
            $charter->cash *= 0.45;
            $charter->payableDays *= 1.3;
            $charter->volatility = min(0.58, 1.3 * $charter->volatility);
            $charter->noise *= 1.5;
        }
        if ($young) {
            $charter->revenue = min($charter->revenue, $c->between(1.5e7, 1.6e8));
            $charter->margin = -$c->between(0.05, 0.35);
            $charter->growth = $c->between(0.2, 0.42);
            $charter->leverage = 0.0;
            $charter->cash = $c->between(0.4, 1.0);
            $charter->stockCompensation = $c->between(0.03, 0.09);
            $charter->volatility = max(0.4, min(0.6, 1.4 * $charter->volatility));
            $charter->beta = max(1.1, $charter->beta);
            $charter->own['breaks_even'] = $industry->margin * $c->between(0.3, 1.3);
        }
        $this->finance($charter, $industry, $c);
    }

    /** What banks, insurers and property companies have of their own. */
    private function finance(Charter $charter, Industry $industry, Chance $c): void
    {
        if ($industry->kind === 'bank') {
            $charter->own = [
                'asset_yield' => $c->between(0.034, 0.058),
                'deposit_cost' => $c->between(0.25, 0.6),
                'fees' => $c->between(0.004, 0.016),
                'loss_rate' => 0.0042 * exp(0.45 * $c->normal()),
                'capital' => $c->between(0.072, 0.115),
                'deposits' => $c->between(0.92, 1.3),
            ];
            $charter->margin = $c->between(0.3, 0.54);
        } elseif ($industry->kind === 'insurer') {
            $charter->own = [
                'acquisition' => $c->between(0.12, 0.24),
                'expenses' => $c->between(0.06, 0.14),
                'combined' => $c->between(0.89, 1.03),
                'tail' => $c->between(3.0, 7.5),
                'storms' => $c->between(0.02, 0.09),
                'yield_above' => $c->between(0.0, 0.012),
            ];
            $charter->margin = 1 - $charter->own['combined'];
        } elseif ($industry->kind === 'property') {
            $charter->own = [
                'rent_yield' => $c->between(0.058, 0.085),
                'occupancy' => $c->between(0.84, 0.985),
                'loan_to_value' => $c->between(0.24, 0.52),
                'top_tenant' => $c->between(0.05, 0.4),
                'expiring' => $c->between(0.05, 0.2),
                'growth_by_purchase' => max(0.0, $c->between(-0.02, 0.07)),
            ];
            $charter->grossMargin = $c->between(0.62, 0.8);
        }
    }

    private function policy(Charter $charter, Industry $industry, Chance $c): void
    {
        $young = $charter->margin < -0.04 && $industry->kind === 'industrial';
        $charter->payout = $young ? 0.0 : max(0.0, min(0.85, 0.42 - 2.2 * ($charter->growth - 0.03) + 0.2 * $c->normal()));
        $charter->payout = $charter->payout < 0.08 ? 0.0 : $charter->payout;
        if ($industry->kind === 'property') {
            $charter->payout = $c->between(0.7, 0.92);
        }
        $charter->dividendsPerYear = $industry->kind === 'property' ? $c->pick([4, 4, 12]) : $c->pick([1, 1, 2, 2, 2, 4]);
        $charter->buyback = $young ? 0.0 : max(0.0, $c->between(-0.4, 0.75));
        $charter->stockCompensation = max($charter->stockCompensation, 0.004 * exp(0.7 * $c->normal()) + 0.06 * $industry->research);
        $charter->yearEndMonth = $c->happens(0.14) ? $c->pick([3, 6, 9]) : 12;
        $charter->annualLag = $c->integer(44, 84);
        $charter->quarterlyLag = $c->integer(24, 52);
        $charter->reportsBeforeOpening = $c->happens(0.65);
    }

    private function peculiarities(Charter $charter, Industry $industry, Chance $c): void
    {
        $old = $charter->growth < 0.06 && $industry->kind === 'industrial';
        if ($old && $c->happens(0.3)) {
            $charter->pension = $c->between(0.03, 0.22);
        }
        if ($c->happens(0.16)) {
            $charter->minority = $c->between(0.03, 0.2);
        }
        if ($c->happens(['35' => 0.35, '64' => 0.3, '68' => 0.2][$industry->code] ?? 0.03)) {
            $charter->preferred = $c->between(0.04, 0.12);
        }
        if ($c->happens(0.14) && $industry->kind !== 'property') {
            $charter->associates = $c->between(0.02, 0.14);
        }
        $charter->operatingLeases = $charter->leases > 0.05 && $c->happens(0.25);
        $charter->convertible = $industry->kind === 'industrial' && $c->happens($charter->margin < 0 ? 0.3 : 0.05);
        $charter->appetite = $industry->kind === 'industrial' && $charter->margin > 0 && $c->happens(0.16) ? $c->between(0.04, 0.12) : 0.0;
        if ($industry->kind === 'industrial' && $c->happens(0.05)) {
            $charter->manipulatesFrom = $c->integer(2016, 2028);
        }
        if ($c->happens(0.16)) {
            // It comes to the market later.
            $day = $c->integer(2017, 2026) * 10000 + $c->pick([2, 3, 4, 5, 6, 9, 10, 11]) * 100 + $c->integer(3, 24);
            $charter->events['listed'] = Calendar::openFrom($charter->exchange(), $day);
        }
        if ($c->happens(0.02)) {
            $charter->events['late'] = $c->integer(2017, 2027);
        }
        if ($c->happens(0.03)) {
            $charter->events['renamed'] = [$this->formerName($charter, $c), Day::plus(20170301, $c->integer(0, 3000))];
        }
        self::tellsAnew($charter, $c);
    }

    /** Who made sales up is found out half of the time; others err, or move the end of their fiscal year. */
    private static function tellsAnew(Charter $charter, Chance $c): void
    {
        $found = $c->happens(0.5);
        $errs = $c->happens(0.015);
        $moves = $c->happens(0.045);
        $year = $c->integer(2017, 2027);
        $day = $c->integer(701, 730) + 100 * $c->integer(0, 4);
        if ($charter->kind() === 'industrial' && $charter->manipulatesFrom > 0 && $found) {
            $year = $charter->manipulatesFrom + 2;
            $charter->events['restated'] = [$year => [($year + 1) * 10000 + $day, $c->between(0.92, 0.96)]];
        } elseif ($charter->kind() === 'industrial' && $errs) {
            $charter->events['restated'] = [$year => [($year + 1) * 10000 + $day, $c->between(0.97, 0.985)]];
        } elseif ($moves && $charter->yearEndMonth === 12 && ! isset($charter->events['listed'])) {
            $quarter = $c->integer(1, 3);
            $charter->events['new_year_end'] = ['after' => 10 * $year + $quarter, 'month' => 3 * $quarter];
        }
    }

    private function formerName(Charter $charter, Chance $c): string
    {
        do {
            $name = $c->pick(Names::FAMILIES).' & '.$c->pick(Names::FAMILIES).' '.$c->pick($charter->industry()->trades);
        } while (isset($this->names[$name]));
        $this->names[$name] = true;

        return $name;
    }

    private static function describe(Industry $industry, string $place, string $country): string
    {
        $land = Names::COUNTRIES[$country];

        return match ($industry->kind) {
            'bank' => "A deposit bank with branches around {$place} on {$land}, lending to households and small trades.",
            'insurer' => "Insures ships, houses and harbours from {$place} on {$land}, and invests the premiums until claims fall due.",
            'property' => "Owns and lets warehouses, offices and flats around {$place} on {$land}.",
            default => IndustryTree::label($industry->code)." from {$place} on {$land}; sells to the whole archipelago.",
        };
    }

    private function ticker(string $place, string $trade): string
    {
        $a = strtoupper((string) preg_replace('/[^A-Za-z]/', '', $place));
        $b = strtoupper((string) preg_replace('/[^A-Za-z]/', '', $trade));
        foreach ([[3, 2], [2, 3], [4, 1], [3, 3], [4, 2]] as [$x, $y]) {
            $ticker = substr($a, 0, $x).substr($b, 0, $y);
            if (! isset($this->tickers[$ticker])) {
                return $ticker;
            }
        }
        for ($i = 2; isset($this->tickers[substr($a, 0, 3).substr($b, 0, 2).$i]); $i++);

        return substr($a, 0, 3).substr($b, 0, 2).$i;
    }

    private static function roman(int $number): string
    {
        $text = '';
        foreach (['L' => 50, 'XL' => 40, 'X' => 10, 'IX' => 9, 'V' => 5, 'IV' => 4, 'I' => 1] as $letter => $value) {
            while ($number >= $value) {
                $text .= $letter;
                $number -= $value;
            }
        }

        return $text;
    }
}
