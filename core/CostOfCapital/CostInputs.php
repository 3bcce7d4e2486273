<?php

declare(strict_types=1);

namespace Logion\CostOfCapital;

use Logion\Capital\CostOfDebt;
use Logion\Capital\CostOfEquity;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Market\Risk\BetaSample;
use Logion\Metric\CompanyScope;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;

/** What each input of a cost of capital could be on a day, with where it comes from; what cannot be told is told with the reason. */
final readonly class CostInputs
{
    /** Inputs in the order of a sheet; the first alternative that is known is what one starts with. */
    public const NAMES = ['risk_free', 'premium', 'beta', 'cost_of_debt', 'tax', 'debt_weight'];

    /** Fewer returns than these make no beta to reckon with. */
    private const FEWEST = 24;

    /** A year of growth after so many is that of the yield, in what the index implies. */
    private const GROWTH_YEARS = 5;

    /**
     * @param  list<int>  $peers  companies of the reader's group
     * @param  array{beta: float|null, companies: int}|null  $bottomUp  as the reader put it together; out of the peers by default
     * @param  Borrowing|null  $borrowing  the latest long one, if reports tell of any
     */
    public function __construct(
        private CompanyScope $scope,
        private Universe $universe,
        private array $peers,
        private ?array $bottomUp = null,
        private ?Borrowing $borrowing = null,
    ) {
    }

    /** @return array<string, list<array{key: string, label: string, value: float|null, source: string}>> by input */
    public function alternatives(): array
    {
        return [
            'risk_free' => $this->riskFree(),
            'premium' => $this->premium(),
            'beta' => $this->beta(),
            'cost_of_debt' => $this->debt(),
            'tax' => $this->tax(),
            'debt_weight' => $this->debtWeight(),
        ];
    }

    /**
     * Values of the classes at market, debt and leases at their books, in the base currency.
     *
     * @return array{equity: float|null, debt: float, leases: float, preferred: float, preferred_cost: float|null}
     */
    public function values(): array
    {
        $cap = $this->value('market_cap');
        $part = fn (string $line): float => $this->value("zero_if_absent({$line}) / market_cap") ?? 0.0;

        return [
            'equity' => $cap,
            'debt' => $part('total_debt') * ($cap ?? 0.0),
            'leases' => $part('operating_lease_liabilities') * ($cap ?? 0.0),
            'preferred' => $part('preferred_equity') * ($cap ?? 0.0),
            'preferred_cost' => $this->value('preferred_dividends / preferred_equity'),
        ];
    }

    /** @return list<array{key: string, label: string, value: float|null, source: string}> */
    private function riskFree(): array
    {
        $on = function (string $series): array {
            ['days' => $days, 'values' => $values] = $this->scope->economy->series($series);
            $at = null;
            foreach ($days as $i => $day) {
                $at = $day <= $this->scope->asOf ? $i : $at;
            }

            return $at === null
                ? [null, Words::say('nobody_told_it_by_this_day')]
                : [$values[$at], Words::say('told_on_day', day: Day::iso($days[$at]))];
        };

        return [
            self::one('ten_years', Words::say('yield_of_ten_years'), ...$on('risk_free_rate')),
            self::one('bills', Words::say('bill_rate'), ...$on('bill_rate')),
        ];
    }

    /** @return list<array{key: string, label: string, value: float|null, source: string}> */
    private function premium(): array
    {
        [$historical, $since] = $this->historicalPremium();
        [$implied, $how] = $this->impliedPremium();
        $economy = $this->scope->economy;

        return [
            self::one('setting', Words::say('premium_of_the_installation'), $economy->equityRiskPremium, Words::say('setting')),
            self::one('historical', Words::say('premium_of_the_past'), $historical, $since),
            self::one('implied', Words::say('premium_implied_by_the_market'), $implied, $how),
        ];
    }

    /** @return array{float|null, string} what the home index returned a year beyond bills */
    private function historicalPremium(): array
    {
        $index = $this->scope->company->index?->asOf($this->scope->asOf);
        $last = $index === null ? -1 : $index->last();
        if ($index === null || $last < 250) {
            return [null, Words::say('the_index_is_too_young')];
        }
        $years = Day::between($index->days[0], $index->days[$last]) / 365.25;
        $return = ($index->adjusted[$last] / $index->adjusted[0]) ** (1 / $years) - 1;
        ['days' => $days, 'values' => $bills] = $this->scope->economy->series('bill_rate');
        $within = [];
        foreach ($days as $i => $day) {
            if ($day >= $index->days[0] && $day <= $this->scope->asOf) {
                $within[] = $bills[$i];
            }
        }
        $bill = Descriptive::mean($within);

        return $bill === null
            ? [null, Words::say('nobody_told_it_by_this_day')]
            : [$return - $bill, Words::say('index_less_bills_since', day: Day::iso($index->days[0]), years: round($years, 1))];
    }

    /** @return array{float|null, string} the return at which expected dividends of all shares are worth their price, less the yield */
    private function impliedPremium(): array
    {
        $shares = $this->universe->everyone();
        $positions = array_values(array_filter($this->universe->positions(), static fn (int $at): bool => $shares[$at] === "\1"));
        $caps = array_map($this->universe->column('market_cap')->at(...), $positions);
        $yield = Descriptive::weightedMean(array_map($this->universe->column('dividend_yield')->at(...), $positions), $caps)['mean'];
        $growth = Descriptive::median(
            Descriptive::known(array_map($this->universe->column('estimated_earnings_growth_next_year')->at(...), $positions)),
        );
        $riskFree = $this->scope->economy->at('risk_free_rate', $this->scope->asOf);
        if ($yield === null || $growth === null || $riskFree === null) {
            return [null, Words::say('dividends_or_growth_are_not_known')];
        }
        $implied = CostOfEquity::impliedByTwoStages(1.0, $yield, self::GROWTH_YEARS, $growth, $riskFree);

        return $implied === null
            ? [null, Words::say('no_return_makes_the_price')]
            : [
                $implied - $riskFree,
                Words::say(
                    'yield_and_growth_of_all_shares',
                    yield: Numerals::decimal(100 * $yield, 1),
                    growth: Numerals::decimal(100 * $growth, 1),
                    years: self::GROWTH_YEARS,
                ),
            ];
    }

    /** @return list<array{key: string, label: string, value: float|null, source: string}> */
    private function beta(): array
    {
        [$raw, $adjusted, $months] = $this->regressed(BetaSample::MONTH, 5);
        [$weekly, , $weeks] = $this->regressed(BetaSample::WEEK, 2);
        $positions = $this->universe->positionsOf($this->peers);
        $betas = Descriptive::known(array_map($this->universe->column('beta_raw')->at(...), $positions));

        return [
            self::one('adjusted', Words::say('beta_adjusted'), $adjusted, $months),
            self::one('raw', Words::say('beta_of_months'), $raw, $months),
            self::one('weekly', Words::say('beta_of_weeks'), $weekly, $weeks),
            $this->bottomUp(),
            self::ofPeers(Words::say('beta_of_peers'), $betas),
            self::one('market', Words::say('beta_of_the_market'), 1.0, Words::say('by_definition')),
        ];
    }

    /**
     * @param  key-of<BetaSample::A_YEAR>  $interval
     * @return array{float|null, float|null, string} raw and adjusted, with what they rest on
     */
    private function regressed(string $interval, int $years): array
    {
        $index = $this->scope->company->index?->asOf($this->scope->asOf);
        $most = $years * BetaSample::A_YEAR[$interval];
        $sample = $index === null ? null : BetaSample::of($this->scope->prices, $index, $this->scope->asOf, $interval, $most);
        $beta = $sample !== null && count($sample->returns) >= self::FEWEST ? $sample->beta() : null;

        return $beta === null
            ? [null, null, Words::say('too_few_common_returns')]
            : [
                $beta->beta,
                $beta->blume(),
                Words::say(
                    'returns_and_error',
                    count: $beta->observations,
                    error: Numerals::decimal($beta->standardErrorBeta, 2),
                    explained: Numerals::decimal(100 * ($beta->rSquared ?? 0.0), 0),
                ),
            ];
    }

    /** @return array{key: string, label: string, value: float|null, source: string} */
    private function bottomUp(): array
    {
        $label = Words::say('beta_bottom_up');
        if ($this->bottomUp !== null) {
            $source = Words::say('as_you_kept_it_under_bottom_up', count: $this->bottomUp['companies']);

            return self::one('bottom_up', $label, $this->bottomUp['beta'], $source);
        }
        $sheet = (new BottomUpSheet($this->universe))->of($this->scope, $this->peers, [], null, false);

        return self::one(
            'bottom_up',
            $label,
            $sheet['companies_first']['relevered_cash_corrected'] ?? null,
            Words::say('of_peers_on_own_structure', count: $sheet['used']),
        );
    }

    /** @return list<array{key: string, label: string, value: float|null, source: string}> */
    private function debt(): array
    {
        $cover = $this->value('interest_coverage');
        $grade = CostOfDebt::byInterestCover(0.0, $cover, $cover === null ? null : 1.0, 0.0, CostOfDebt::defaultSpreads());

        return [
            self::one(
                'rating',
                Words::say('by_interest_cover'),
                $this->value('debt_rate_for_wacc'),
                $cover === null
                    ? Words::say('pays_no_interest')
                    : Words::say('cover_and_grade', cover: Numerals::decimal($cover, 1), grade: $grade->grade),
            ),
            self::one('paid', Words::say('interest_over_debt'), $this->value('cost_of_debt'), Words::say('average_of_two_balances')),
            self::one(
                'borrowed',
                Words::say('latest_long_borrowing'),
                $this->borrowing?->coupon,
                $this->borrowing === null
                    ? Words::say('no_borrowing_is_told')
                    : Words::say('borrowing_as_told', name: $this->borrowing->name, report: $this->borrowing->report),
            ),
        ];
    }

    /** @return list<array{key: string, label: string, value: float|null, source: string}> */
    private function tax(): array
    {
        $effective = $this->value('median_of(effective_tax_rate, 5)');

        return [
            self::one('marginal', Words::say('marginal_tax_rate'), $this->scope->economy->corporateTaxRate, Words::say('setting')),
            self::one('effective', Words::say('effective_tax_rate'), $effective, Words::say('median_of_five_years')),
        ];
    }

    /** @return list<array{key: string, label: string, value: float|null, source: string}> debt to debt and equity */
    private function debtWeight(): array
    {
        $market = $this->value('zero_if_absent(total_debt) / (zero_if_absent(total_debt) + market_cap)');
        $peers = [];
        foreach ($this->peers as $peer) {
            $at = $this->universe->position($peer);
            $ratio = $at === null ? null : $this->universe->column('debt_to_market_value')->at($at);
            if ($ratio !== null) {
                $peers[] = $ratio / (1 + $ratio);
            }
        }

        return [
            self::one('market', Words::say('at_market_value'), $market, Words::say('debt_at_its_books_equity_at_its_price')),
            self::ofPeers(Words::say('as_peers_have'), $peers),
            self::one('book', Words::say('at_book_value'), $this->value('debt_to_capital'), Words::say('debt_and_equity_at_their_books')),
        ];
    }

    /**
     * @param  list<float>  $values
     * @return array{key: string, label: string, value: float|null, source: string}
     */
    private static function ofPeers(string $label, array $values): array
    {
        return self::one('peers', $label, Descriptive::median($values), Words::say('median_of_peers', count: count($values)));
    }

    private function value(string $formula): ?float
    {
        $value = $this->scope->value($this->scope->catalogue->parse($formula));

        return $value instanceof Absence ? null : $value;
    }

    /** @return array{key: string, label: string, value: float|null, source: string} */
    private static function one(string $key, string $label, ?float $value, string $source): array
    {
        return ['key' => $key, 'label' => $label, 'value' => $value, 'source' => $source];
    }
}
