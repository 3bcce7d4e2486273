<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Evaluation\EvaluationContexts;
use App\Models\User;
use App\Storage\CollectorPause;
use App\Storage\EconomyReader;
use App\Storage\Identity\Identities;
use Closure;
use Logion\BackTest\Choices;
use Logion\BackTest\Frequency;
use Logion\BackTest\Jumps;
use Logion\BackTest\Simulation;
use Logion\Comparison\Ranking;
use Logion\CrossSection\PastUniverses;
use Logion\Figure\Words;
use Logion\Screening\ScreenDefinition;
use Logion\Time\CommonDays;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** Runs a screen or ranking as of every rebalancing date of the past, with only what was public then, and follows what it picked. */
final class BackTestRunner
{
    public const MOST_DATES = 200;

    public function __construct(
        private readonly PastCompanies $companies,
        private readonly EconomyReader $economy,
        private readonly BasketRunner $baskets,
        private readonly EvaluationContexts $contexts,
        private readonly Identities $identities,
    ) {
    }

    /**
     * @param  array{screen: array<string, mixed>, ranking?: array<string, mixed>|null, top?: int|null, frequency: string, from: string,
     *     to?: string|null, lag?: int, cost?: float|int, index: string, adjusted?: bool}  $settings
     * @param  Closure(int, int): void|null  $progress  done, total
     * @return array<string, mixed>
     */
    public function run(array $settings, ?User $user, ?Closure $progress = null): array
    {
        $plan = $this->plan($settings, $user);

        $past = $this->companies->read($plan, $this->companies->attributes($plan), $progress);

        return $this->simulate($settings, $plan, $this->chosen($plan, $past));
    }

    /**
     * @param  array<string, mixed>  $settings  {@see run}
     *
     * @throws UnprocessableEntityHttpException if the period has no trading days, or too many dates
     */
    public function plan(array $settings, ?User $user): BackTestPlan
    {
        $context = $this->contexts->of($user, null, $settings['adjusted'] ?? false);
        $index = $this->baskets->index($settings['index']);
        $to = min($context->day, isset($settings['to']) ? Day::parse($settings['to']) : $context->day);
        $from = Day::parse($settings['from']);
        $days = array_values(array_filter($index->days, static fn (int $day): bool => $day >= $from && $day <= $to));
        if (count($days) < 2) {
            throw new UnprocessableEntityHttpException(Words::say('the_period_has_no_trading_days_begin'));
        }
        $signals = Frequency::from($settings['frequency'])->ends($days);
        if (count($signals) > self::MOST_DATES) {
            throw new UnprocessableEntityHttpException(
                Words::say('there_would_be_rebalancing_dates_at', count: count($signals), most_dates: self::MOST_DATES),
            );
        }

        return new BackTestPlan(
            $context,
            ScreenDefinition::fromArray($settings['screen']),
            isset($settings['ranking']) ? Ranking::fromArray($settings['ranking']) : null,
            $settings['top'] ?? null,
            $index,
            $to,
            $days,
            $signals,
        );
    }

    /** What is chosen of the companies of the past, with what they did. */
    public function chosen(BackTestPlan $plan, PastUniverses $past): ChosenCompanies
    {
        return CollectorPause::during(function () use ($plan, $past): ChosenCompanies {
            $choices = Choices::of($plan->screen, $plan->ranking, $plan->top, $past, $plan->daysLookedAt());
            $common = new CommonDays($plan->days);
            $levels = [];
            foreach ($this->baskets->priced($choices->everyone(), $plan->to) as $id => $series) {
                $levels[$id] = $common->levels($series->days, $series->adjusted);
            }

            return new ChosenCompanies($choices, array_intersect_key($past->names(), $levels), $levels);
        });
    }

    /**
     * Follows what was chosen on each day.
     *
     * @param  array<string, mixed>  $settings  {@see run}
     * @return array<string, mixed>
     */
    public function simulate(array $settings, BackTestPlan $plan, ChosenCompanies $chosen): array
    {
        [$index, $days, $lastDay] = [$plan->index, $plan->days, $plan->lastDay()];
        [$choices, $levels, $names] = [$chosen->choices->on, $chosen->levels, $chosen->names];
        $picks = $started = [];
        foreach ($plan->signals as $signal) {
            $picks[$signal] = $choices[$days[$signal]]['picked'];
            $started[] = ['day' => $days[$signal], ...$choices[$days[$signal]]];
        }
        $now = $choices[$lastDay]['picked'];
        $tickers = $this->identities->references(array_keys($levels));
        $benchmark = (new CommonDays($days))->levels($index->days, $index->adjusted);
        $lag = (int) ($settings['lag'] ?? 1);
        $cost = (float) ($settings['cost'] ?? 0);
        $test = Simulation::run($days, $levels, $benchmark, $picks, $lag, $cost);
        $hindsight = Simulation::run($days, $levels, $benchmark, array_fill_keys($plan->signals, $now), $lag, $cost);
        $economy = $this->economy->read();
        $offset = count($days) - count($test->days);
        $known =
            $test->days === []
                ? ['days' => [], 'values' => []]
                : BasketRunner::lines($test->days, $test->values, array_slice($benchmark, $offset), $economy);
        $looking =
            $hindsight->days === []
                ? ['values' => [], 'performance' => null]
                : BasketRunner::line($hindsight->days, $hindsight->values, $known['risk_free'] ?? 0.0);

        return [
            ...$known,
            'hindsight_values' => $looking['values'],
            'hindsight_performance' => $looking['performance'],
            'today' => array_map(static fn (int $id): string => $tickers[$id], $now),
            'dates' => array_map(
                static fn (array $date): array => [
                    'signal' => Day::iso($date['signal']),
                    'entry' => Day::iso($date['entry']),
                    'universe' => $choices[$date['signal']]['universe'],
                    'undecidable' => $choices[$date['signal']]['undecidable'],
                    'picked' => $date['picked'],
                    'turnover' => $date['turnover'],
                    'cost' => $date['cost'] * 100,
                    'held' => array_map(
                        static fn (int $id, float $weight): array => [
                            'ticker' => $tickers[$id],
                            'name' => $names[$id],
                            'weight' => $weight,
                        ],
                        array_keys($date['held']),
                        array_values($date['held']),
                    ),
                    'not_bought' => array_map(static fn (int|string $id): string => $tickers[$id], $date['not_bought']),
                ],
                $test->dates,
            ),
            'jumps' => array_map(
                static fn (array $jump): array => [...$jump, 'day' => Day::iso($jump['day'])],
                Jumps::of($started),
            ),
            'periods' => array_map(
                static fn (array $period): array => [
                    'from' => Day::iso($period['from']),
                    'to' => Day::iso($period['to']),
                    'return' => $period['return'],
                    'benchmark' => $period['benchmark'],
                    'members' => array_map(
                        static fn (int $id, float $return): array => ['ticker' => $tickers[$id], 'return' => $return],
                        array_keys($period['members']),
                        array_values($period['members']),
                    ),
                ],
                $test->periods,
            ),
            'hit_rate' => $test->hitRate(),
            'period_hit_rate' => $test->periodHitRate(),
            'annual_turnover' => $test->annualTurnover(),
            'index' => $settings['index'],
            'from' => Day::iso($days[0]),
            'to' => Day::iso($lastDay),
            'fingerprint' => self::fingerprint($settings, $test->values),
        ];
    }

    /**
     * Of values to a millionth: in which order amounts are added up bears on the last digits, and means nothing.
     *
     * @param  array<string, mixed>  $settings
     * @param  list<float>  $values
     */
    private static function fingerprint(array $settings, array $values): string
    {
        $rounded = array_map(static fn (float $value): float => round($value, 6), $values);

        return substr(sha1((string) json_encode([$settings, $rounded])), 0, 16);
    }
}
