<?php

declare(strict_types=1);

namespace Tests\Simulation;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Simulation\Calendar;
use Simulation\Industry\Industry;

/** A lifelike economy whatever the seed: every figure that a professional would look at lies in its band. See docs/guide/economy.md. */
final class BandsTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        $seeds = getenv('LOGION_SEEDS') ?: '20260630,1,2';
        foreach (explode(',', $seeds) as $seed) {
            yield "seed {$seed}" => [(int) $seed];
        }
    }

    private function assertBand(float $low, float $high, float $value, string $what): void
    {
        $this->assertTrue($value >= $low && $value <= $high, sprintf('%s is %.4f, not from %.4f to %.4f', $what, $value, $low, $high));
    }

    /**
     * @param  list<float>|array<int, float>  $values
     * @param  array<string, array{float, float, float}>  $bands  quantile, least and most
     */
    private function assertBands(array $values, string $what, array $bands): void
    {
        foreach ($bands as [$p, $low, $high]) {
            $this->assertBand($low, $high, Measures::quantile(array_values($values), $p), "{$what} at ". 100 * $p.' %');
        }
    }

    #[DataProvider('seeds')]
    public function test_every_figure_lies_in_its_band(int $seed): void
    {
        $watch = Observatory::of($seed);
        $measures = new Measures($watch);
        $this->ties($watch);
        $this->market($measures);
        $this->shares($watch, $measures);
        $this->businesses($measures);
        $this->finance($measures);
        $this->expectations($measures);
        $this->valuation($measures);
        $this->lives($watch, $measures);
    }

    /** Every balance sheet balances, cash and retained earnings go on from year to year, quarters are their year: to the unit. */
    private function ties(Observatory $watch): void
    {
        $years = $quarters = 0;
        foreach ($watch->reports as $id => $reports) {
            $events = $watch->charters[$id]->events;
            if (isset($events['former']) || isset($watch->yearEndMoved[$id])) {
                // What was told in another currency is rounded there; years that ended otherwise do not follow one another.
                continue;
            }
            $name = $watch->charters[$id]->name;
            foreach ($reports as $period => $now) {
                if ($period % 10 > 0 && ! isset($now['total_assets'])) {
                    continue;
                }
                $this->assertSame($now['total_assets'], $now['total_liabilities'] + $now['total_equity'], "{$name} {$period}");
                $before = $reports[$period - 10] ?? null;
                if ($period % 10 > 0 || $before === null) {
                    continue;
                }
                $years++;
                $this->assertSame($now['cash_and_equivalents'] - $before['cash_and_equivalents'], $now['net_change_in_cash'], $name);
                if (! isset($events['spins_off'])) {
                    $kept = $now['net_income_parent'] - ($now['dividends_paid'] ?? 0.0);
                    $this->assertSame($before['retained_earnings'] + $kept, $now['retained_earnings'], "retained by {$name} {$period}");
                }
                $parts = array_map(static fn (int $q): ?float => $reports[$period + $q]['revenue'] ?? null, [1, 2, 3, 4]);
                if (! in_array(null, $parts, true)) {
                    $quarters++;
                    $this->assertSame($now['revenue'], array_sum($parts), "quarters of {$name} {$period}");
                }
            }
        }
        $this->assertGreaterThan(2500, $years);
        $this->assertGreaterThan(1500, $quarters);
    }

    private function market(Measures $measures): void
    {
        $years = $measures->indexYears();
        $this->assertCount(9, $years);
        $this->assertBand(-0.42, -0.05, min($years), 'the worst year of the index');
        $this->assertBand(0.12, 0.72, max($years), 'the best year of the index');
        $this->assertBand(
            0.02,
            0.16,
            array_product(array_map(static fn (float $of): float => 1 + $of, $years)) ** (1 / 9) - 1,
            'a year of the index',
        );
        $this->assertBand(0.09, 0.22, $measures->indexVolatility(), 'volatility of the index');
        $downturns = $measures->downturns();
        $this->assertGreaterThanOrEqual(3, count($downturns));
        $this->assertBand(0.18, 0.5, max($downturns), 'the sharpest downturn');
    }

    private function shares(Observatory $watch, Measures $measures): void
    {
        $volatilities = $measures->volatilities();
        $this->assertBands($volatilities, 'volatility', [
            [0.0, 0.12, 0.25],
            [0.05, 0.17, 0.28],
            [0.5, 0.27, 0.42],
            [0.95, 0.42, 0.68],
            [1.0, 0.5, 1.0],
        ]);
        $sizes = array_intersect_key($measures->sizes(), $volatilities);
        asort($sizes);
        $ids = array_keys($sizes);
        $third = intdiv(count($ids), 3);
        $of = static fn (array $some): float => Measures::quantile(array_map(static fn (int $id): float => $volatilities[$id], $some), 0.5);
        $this->assertGreaterThan($of(array_slice($ids, -$third)) + 0.04, $of(array_slice($ids, 0, $third)), 'small shares move more');
        $calmer = array_filter($volatilities, static fn (float $of): bool => $of < $measures->indexVolatility());
        $this->assertLessThan(0.02 * count($volatilities), count($calmer), 'hardly a share is calmer than the index');

        $betas = $measures->betas();
        $this->assertBands($betas, 'beta', [[0.05, 0.1, 0.6], [0.5, 0.65, 1.15], [0.95, 1.2, 2.0]]);
        $by = [];
        foreach ($betas as $id => $beta) {
            $by[$watch->charters[$id]->industryCode][] = $beta;
        }
        $calm = [...$by['35'] ?? [], ...$by['10'] ?? [], ...$by['61'] ?? [], ...$by['21'] ?? []];
        $wild = [...$by['07'] ?? [], ...$by['24'] ?? [], ...$by['50'] ?? [], ...$by['26'] ?? []];
        $this->assertGreaterThan(Measures::quantile($calm, 0.5) + 0.35, Measures::quantile($wild, 0.5), 'industries answer differently');

        $this->assertBands($measures->tails(), 'fat tails', [[0.05, 1.0, 5.0], [0.5, 2.5, 9.0]]);
        $this->assertBands($measures->drawdowns(), 'deepest fall in five years', [[0.05, 0.18, 0.4], [0.5, 0.38, 0.65], [0.95, 0.6, 0.97]]);
        $this->assertBand(-0.06, 0.06, $measures->momentum(), 'what a year says of the month after it');
        $this->assertBand(-0.05, 0.22, $measures->valuePremium(), 'the cheapest fifth beside the dearest');
    }

    private function businesses(Measures $measures): void
    {
        $profiles = $measures->profiles();
        foreach ($profiles as $code => $profile) {
            $usual = Industry::of((string) $code);
            $this->assertBand(0.7 * $usual->grossMargin, 1.35 * $usual->grossMargin, $profile['gross margin'], "gross margin of {$code}");
            $this->assertBand(0.35 * $usual->margin, 1.35 * $usual->margin, $profile['operating margin'], "operating margin of {$code}");
            $this->assertBand(
                0.6 * $usual->receivableDays,
                1.6 * $usual->receivableDays,
                $profile['days of sales'],
                "days of sales of {$code}",
            );
            $this->assertBand(
                0.55 * $usual->inventoryDays,
                1.7 * $usual->inventoryDays,
                $profile['days of inventory'],
                "days of inventory of {$code}",
            );
            $this->assertBand(
                0.6 * $usual->capital,
                1.5 * $usual->capital,
                $profile['capital expenditure'],
                "capital expenditure of {$code}",
            );
        }
        foreach ($profiles as $a => $one) {
            foreach ($profiles as $b => $other) {
                if ((string) $a < (string) $b) {
                    $apart = array_filter(
                        array_keys($one),
                        static fn (string $of): bool => abs($one[$of] - $other[$of]) > 0.15 * max(0.005, abs($one[$of]), abs($other[$of])),
                    );
                    $twice = array_filter(
                        array_keys($one),
                        static fn (string $of): bool => max($one[$of], $other[$of]) > 2 * max(0.015, min($one[$of], $other[$of])),
                    );
                    $this->assertGreaterThanOrEqual(3, count($apart) + 2 * count($twice), "{$a} and {$b} are alike");
                }
            }
        }
        $growth = array_merge(
            ...array_values(
                $measures->byIndustry(
                    static fn (array $l, ?array $before): ?float => $before === null ? null : $l['revenue'] / $before['revenue'] - 1,
                ),
            ),
        );
        $this->assertBands($growth, 'growth of revenue', [[0.05, -0.18, -0.03], [0.5, 0.015, 0.06], [0.95, 0.12, 0.35]]);
        $tax = array_merge(
            ...array_values(
                $measures->byIndustry(
                    static fn (array $l): ?float => $l['income_before_tax'] > 0.01 * $l['revenue']
                        ? $l['income_tax'] / $l['income_before_tax']
                        : null,
                ),
            ),
        );
        $this->assertGreaterThan(0.09, Measures::quantile($tax, 0.95) - Measures::quantile($tax, 0.05), 'tax rates differ');
        $cash = array_merge(
            ...array_values(
                $measures->byIndustry(
                    static fn (array $l): ?float => $l['net_income'] > 0 ? $l['operating_cash_flow'] / $l['net_income'] : null,
                ),
            ),
        );
        $this->assertBands($cash, 'operating cash to income', [[0.05, -0.5, 1.0], [0.5, 1.2, 2.1]]);

        $losses = $again = $before = $all = 0;
        foreach ($measures->years() as [, , $lines, $last]) {
            $all++;
            $losses += $lines['net_income'] < 0 ? 1 : 0;
            if ($last !== null && $last['net_income'] < 0) {
                $before++;
                $again += $lines['net_income'] < 0 ? 1 : 0;
            }
        }
        $this->assertBand(0.06, 0.22, $losses / $all, 'years with a loss');
        $this->assertBand(0.5, 0.85, $again / max(1, $before), 'a loss after a loss');
        $this->assertBand(0.35, 0.85, $measures->persistenceOfReturns(), 'returns of now and of five years later');
    }

    private function finance(Measures $measures): void
    {
        $spread = function (string $kind, \Closure $figure, float $least, string $what) use ($measures): void {
            $values = array_merge(...array_values($measures->byIndustry($figure, $kind)));
            $this->assertGreaterThan($least, Measures::quantile($values, 0.95) - Measures::quantile($values, 0.05), $what);
        };
        $spread(
            'bank',
            static fn (array $l): float => $l['net_interest_income'] / $l['average_interest_earning_assets'],
            0.012,
            'interest margins',
        );
        $spread('bank', static fn (array $l): float => $l['non_interest_expense'] / $l['revenue'], 0.12, 'cost to income');
        $spread(
            'insurer',
            static fn (array $l): float => ($l['policy_acquisition_costs'] + $l['underwriting_expenses']) / $l['premiums_earned'],
            0.07,
            'expense ratios',
        );
        $spread('property', static fn (array $l): float => $l['occupied_area'] / $l['lettable_area'], 0.06, 'occupancy');
        $debt = $measures->byIndustry(static function (array $l): ?float {
            $earned = $l['operating_income'] + $l['depreciation_amortization'];

            return $earned > 0 ? ($l['total_debt'] - $l['cash_and_equivalents']) / $earned : null;
        });
        $of = static fn (string ...$codes): float => Measures::quantile(
            array_merge(...array_map(static fn (string $c): array => $debt[$c] ?? [], $codes)),
            0.5,
        );
        $this->assertBand(2.2, 5.0, $of('35', '50', '55'), 'debt where assets are long');
        $this->assertBand(-3.0, 1.2, $of('62', '26', '21'), 'debt where ideas are the assets');
        $this->assertBand(-0.9, -0.25, $measures->costOfDebtByCover(), 'the cost of debt against what covers it');
        $this->assertLessThan(0.75, max($measures->issues()), 'nobody raises more than shareholders can be asked for');
        $seen = [];
        foreach (['industrial', 'bank', 'insurer', 'property'] as $kind) {
            foreach ($measures->years($kind) as [, , $lines]) {
                foreach (
                    [
                        'minority_interest',
                        'preferred_equity',
                        'pension_liabilities',
                        'equity_method_investments',
                        'finance_lease_liabilities',
                        'operating_lease_liabilities',
                        'shares_issued',
                        'deferred_tax_assets',
                        'impairment_charges',
                    ] as $line
                ) {
                    $seen[$line] = ($seen[$line] ?? 0) + (($lines[$line] ?? 0.0) != 0.0 ? 1 : 0);
                }
            }
        }
        foreach ($seen as $line => $count) {
            $this->assertGreaterThan(20, $count, "{$line} is hardly anywhere");
        }
    }

    private function expectations(Measures $measures): void
    {
        $results = $measures->results();
        $this->assertGreaterThan(5000, count($results));
        $surprises = array_column($results, 'surprise');
        $this->assertBands(array_map(abs(...), $surprises), 'size of surprises', [[0.5, 0.05, 0.16], [0.9, 0.2, 0.8]]);
        $better = count(array_filter($surprises, static fn (float $of): bool => $of > 0)) / count($surprises);
        $this->assertBand(0.5, 0.66, $better, 'results better than expected');
        $pairs = array_map(static fn (array $of): array => [$of['surprise'], $of['reaction']], $results);
        $this->assertBand(0.2, 0.6, Measures::rankCorrelation($pairs), 'reaction to surprises');
        $moves = Measures::mean(array_map(static fn (array $of): float => abs($of['reaction']) / $of['usual'], $results));
        $this->assertBand(1.8, 3.6, $moves, 'a day of results beside others');
        $this->assertBands($measures->dispersions(), 'dispersion of estimates', [[0.5, 0.02, 0.09], [0.95, 0.08, 0.5]]);
    }

    private function valuation(Measures $measures): void
    {
        $metrics = $measures->metrics(
            'piotroski_score',
            'current_ratio',
            'price_to_earnings',
            'price_to_book',
            'ev_to_ebitda',
            'dividend_yield',
        );
        $this->assertBands($metrics['piotroski_score'], 'Piotroski score', [
            [0.0, 0.0, 3.0],
            [0.05, 2.0, 4.0],
            [0.5, 5.0, 7.0],
            [1.0, 8.0, 9.0],
        ]);
        $below = count(array_filter($metrics['current_ratio'], static fn (float $of): bool => $of < 1)) / count($metrics['current_ratio']);
        $this->assertBand(0.04, 0.2, $below, 'current ratios below one');
        $this->assertBands($metrics['price_to_earnings'], 'price to earnings', [[0.05, 3.0, 10.0], [0.5, 10.0, 22.0], [0.95, 24.0, 110.0]]);
        $this->assertBands($metrics['price_to_book'], 'price to book', [[0.05, 0.15, 0.8], [0.5, 0.9, 2.2], [0.95, 3.5, 16.0]]);
        $this->assertBands($metrics['ev_to_ebitda'], 'enterprise value to EBITDA', [[0.5, 5.0, 11.0]]);
        $this->assertBands($metrics['dividend_yield'], 'dividend yield', [[0.5, 0.015, 0.045], [0.99, 0.05, 0.35]]);
        $this->assertBands($measures->upsides(), 'upside of default cash-flow values', [[0.5, -0.25, 0.25]]);
    }

    private function lives(Observatory $watch, Measures $measures): void
    {
        $this->assertSame([], $measures->calendarFaults(), 'trades, reports and ex-dates lie on days of trading');
        $exDates = $measures->exDates();
        $this->assertLessThan(0.012 * array_sum($exDates), max($exDates), 'ex-dates are spread out');
        $this->assertLessThan(20151231, min(array_keys($exDates)), 'dividends from the first years on');
        $bought = count(array_filter($watch->takeovers, static fn (array $of): bool => $of['state'] === 'completed'));
        $this->assertBand(20, 65, (float) $bought, 'takeovers');
        $this->assertGreaterThan(1, count(array_filter($watch->takeovers, static fn (array $of): bool => $of['state'] === 'failed')));
        $reasons = array_merge(...array_map(array_values(...), array_values($watch->ended)));
        $this->assertBand(
            3,
            30,
            (float) count(array_filter($reasons, static fn (string $of): bool => $of === 'Insolvent.')),
            'insolvencies',
        );
        $this->assertGreaterThan(290, count($watch->alive()));
        ['before' => $before, 'between' => $between] = $measures->splits();
        $this->assertGreaterThanOrEqual(4, $before, 'splits that went off before a quarter ended');
        $this->assertGreaterThanOrEqual(4, $between, 'splits that went off between the end of a quarter and its report');
        $this->assertGreaterThan(10, count($watch->rights));
        $shared = array_filter($watch->charters, static fn ($charter): bool => isset($charter->events['market']));
        $this->assertGreaterThanOrEqual(40, count($shared), 'companies that share a market');
        $this->assertGreaterThan(Calendar::FIRST_DAY, min(array_keys($exDates)));
    }
}
