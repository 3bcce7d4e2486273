<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Evaluation\EvaluationContext;
use App\Feature\Screening\Universes;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use App\Storage\Identity\Identities;
use App\Storage\Identity\Indices;
use Logion\BackTest\Frequency;
use Logion\Figure\Numerals;
use Logion\Figure\Words;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Portfolio\Performance;
use Logion\Portfolio\PortfolioPath;
use Logion\Screening\Funnel;
use Logion\Screening\ScreenDefinition;
use Logion\Time\CommonDays;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** How today's survivors would have done, held together over the past: a look back with today's knowledge. */
final class BasketRunner
{
    private const MOST = 1500;

    public function __construct(
        private readonly CompanyReader $companies,
        private readonly EconomyReader $economy,
        private readonly Universes $universes,
        private readonly Indices $indices,
        private readonly Identities $identities,
    ) {
    }

    /**
     * @param  array{weights: 'equal'|'market_value', rebalance: Frequency, index: string, from: int, cost: float}  $settings
     * @return array<string, mixed>
     */
    public function run(ScreenDefinition $screen, array $settings, EvaluationContext $context): array
    {
        $asOf = $context->day;
        $universe = $this->universes->on($context);
        $members = Funnel::surviving($screen, $universe);
        if ($members === []) {
            throw new UnprocessableEntityHttpException(Words::say('nothing_survives_the_screen_so_there'));
        }
        if (count($members) > self::MOST) {
            throw new UnprocessableEntityHttpException(
                Words::say(
                    'a_basket_holds_at_most_companies',
                    number: Numerals::decimal(self::MOST),
                    number2: Numerals::decimal(count($members)),
                ),
            );
        }
        $index = $this->index($settings['index'])->asOf($asOf);
        $days = array_values(array_filter($index->days, static fn (int $day): bool => $day >= $settings['from']));
        if (count($days) < 2) {
            throw new UnprocessableEntityHttpException(Words::say('the_period_has_no_trading_days'));
        }
        $levels = $prices = [];
        $values = $universe->column('market_cap');
        $common = new CommonDays($days);
        $positions = array_combine(array_map($universe->company(...), $members), $members);
        foreach ($this->priced(array_keys($positions), $asOf) as $company => $series) {
            $ticker = $universe->attributeAt('ticker', $positions[$company]);
            $levels[$ticker] = $common->levels($series->days, $series->adjusted);
            if ($settings['weights'] === 'market_value') {
                // Today's share count at the price of the day: what is known of the past's share counts plays no part here.
                $value = $values->at($positions[$company]);
                $last = $series->closes[$series->last()] ?? NAN;
                $prices[$ticker] =
                    $value === null
                        ? []
                        : array_map(
                            static fn (?float $close): ?float => $close === null ? null : ($close / $last) * $value,
                            $common->levels($series->days, $series->closes),
                        );
            }
        }
        $targets = [];
        foreach ($settings['rebalance']->ends($days) as $day) {
            $targets[$day] =
                $settings['weights'] === 'equal'
                    ? array_fill_keys(array_keys($levels), 1.0)
                    : array_filter(array_map(static fn (array $caps): float => (float) ($caps[$day] ?? 0.0), $prices));
        }
        $path = PortfolioPath::run($levels, $targets, $settings['cost']);
        $economy = $this->economy->read();
        $benchmark = $common->levels($index->days, $index->adjusted);

        return [
            'members' => count($members),
            'not_there_at_first' => $path->rebalancings[0]['not_bought'] ?? [],
            'rebalancings' => count($path->rebalancings),
            'turnover' => array_sum(array_column(array_slice($path->rebalancings, 1), 'turnover')) / max(1e-9, count($days) / 252),
            ...self::lines($days, $path->values, $benchmark, $economy),
            'index' => $settings['index'],
        ];
    }

    /**
     * A portfolio and its index, as growth of 10,000 and as figures.
     *
     * @param  list<int>  $days
     * @param  list<float>  $values
     * @param  list<float|null>  $benchmark
     * @return array<string, mixed>
     */
    public static function lines(array $days, array $values, array $benchmark, Economy $economy): array
    {
        $bills = array_filter(
            array_map(static fn (int $day): ?float => $economy->at('bill_rate', $day), $days),
            static fn (?float $rate): bool => $rate !== null,
        );
        $riskFree = $bills === [] ? 0.0 : array_sum($bills) / count($bills);
        $start = $benchmark[0] ?? null;
        $index = array_map(
            static fn (?float $level): ?float => $level === null || $start === null ? null : (10000 * $level) / $start,
            $benchmark,
        );
        $known = array_filter($index, static fn (?float $level): bool => $level !== null);

        return [
            'days' => array_map(Day::iso(...), $days),
            ...self::line($days, $values, $riskFree),
            'index_values' => $index,
            'risk_free' => $riskFree,
            'index_performance' => count($known) === count($days)
                ? self::figures(Performance::of($days, array_values($known), $riskFree))
                : null,
        ];
    }

    /**
     * A portfolio alone.
     *
     * @param  list<int>  $days
     * @param  list<float>  $values
     * @param  float  $riskFree  a year, the mean over the time
     * @return array{values: list<float>, performance: array<string, mixed>}
     */
    public static function line(array $days, array $values, float $riskFree): array
    {
        return [
            'values' => array_map(static fn (float $value): float => 100 * $value, $values),
            'performance' => self::figures(Performance::of($days, $values, $riskFree, PortfolioPath::INVESTED)),
        ];
    }

    /** @return array<string, mixed> */
    private static function figures(Performance $performance): array
    {
        $day = static fn (?int $day): ?string => $day === null ? null : Day::iso($day);

        return [
            'total' => $performance->total,
            'annual' => $performance->annual,
            'volatility' => $performance->volatility,
            'sharpe' => $performance->sharpe,
            'drawdown' => $performance->drawdown['depth'],
            'drawdown_peak' => $day($performance->drawdown['peak']),
            'drawdown_trough' => $day($performance->drawdown['trough']),
            'drawdown_recovery' => $day($performance->drawdown['recovery']),
            'years' => $performance->years,
        ];
    }

    /** @throws NotFoundHttpException if there is no such index */
    public function index(string $ticker): PriceSeries
    {
        return $this->companies->prices($this->indices->find($ticker) ?? throw new NotFoundHttpException($this->indices->unknown($ticker)));
    }

    /**
     * Closes of the share of each company in the currency of the installation, as they were known on a day.
     *
     * @param  list<int>  $companies
     * @return iterable<int, PriceSeries> by company, in their order
     */
    public function priced(array $companies, int $asOf): iterable
    {
        $listings = $this->identities->mainListings($companies);
        $economy = $this->economy->read();
        $inOrder = [];
        foreach ($companies as $id) {
            $inOrder[$id] = $listings[$id] ?? throw new \LogicException("Company {$id} has no share.");
        }
        foreach ($this->companies->closesOf($inOrder) as $id => [$currency, $series]) {
            if ($currency !== $economy->baseCurrency()) {
                $rate = static fn (int $day): ?float => $economy->exchange($currency, $economy->baseCurrency(), $day);
                $series = $series->converted($rate);
            }
            yield $id => $series->asOf($asOf);
        }
    }
}
