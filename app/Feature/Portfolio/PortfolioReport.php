<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Evaluation\EvaluationContext;
use App\Models\Decision;
use App\Models\Portfolio;
use App\Models\User;
use App\Storage\EconomyReader;
use App\Storage\Holding\Held;
use App\Storage\Holding\HeldPrices;
use App\Storage\Holding\HeldSecurities;
use App\Storage\Holding\PortfolioBook;
use App\Storage\Holding\PortfolioBooks;
use Closure;
use Logion\Portfolio\ClosingPrices;
use Logion\Portfolio\Exposure;
use Logion\Portfolio\Position;
use Logion\Reference\IndustryTree;
use Logion\Time\Day;

/** Where a portfolio stands on a day: positions, money, gains, and what it depends on. */
final readonly class PortfolioReport
{
    public function __construct(
        private PortfolioBooks $books,
        private HeldSecurities $securities,
        private HeldPrices $prices,
        private EconomyReader $economy,
    ) {
    }

    /** @return array<string, mixed> */
    public function of(Portfolio $portfolio, EvaluationContext $context): array
    {
        $day = $context->day;
        $book = $this->books->of($portfolio, $day);
        $owner = $context->user ?? throw new \LogicException('A portfolio has an owner.');
        $held = $this->securities->of($owner, $book->securities, $day);
        $prices = $this->prices->latest(array_intersect_key($held, $book->holdings->held), $day);
        $rate = $this->rates($portfolio->currency);
        $positions = $this->positions($book, $held, $prices, $rate, $day, self::broken($owner, $held, $day));
        $cash = array_map(
            static function (array $of) use ($rate, $day): array {
                $r = $rate($of['currency'], $day);

                return [
                    'currency' => $of['currency'],
                    'amount' => $of['cash']->toFloat(),
                    'value' => $r === null ? null : $of['cash']->toFloat() * $r,
                ];
            },
            $portfolio->keeps_cash ? $book->holdings->money : [],
        );
        $exposure = Exposure::of(
            array_map(
                static fn (array $of): array => [
                    'name' => $of['ticker'],
                    'value' => $of['value'],
                    'sector' => $of['sector_label'],
                    'country' => $of['country'],
                    'currency' => $of['currency'],
                ],
                $positions,
            ),
            array_map(static fn (array $of): array => ['currency' => $of['currency'], 'amount' => $of['value']], $cash),
        );
        $kinds = Exposure::of(
            array_map(
                static fn (array $of): array => [
                    'name' => $of['ticker'],
                    'value' => $of['value'],
                    'sector' => $of['business'],
                    'country' => null,
                    'currency' => null,
                ],
                $positions,
            ),
            array_map(static fn (array $of): array => ['currency' => $of['currency'], 'amount' => $of['value']], $cash),
        );
        $total = $exposure->total;
        foreach ($positions as $i => $of) {
            $positions[$i]['weight'] = $total === null || $total <= 0 || $of['value'] === null ? null : $of['value'] / $total;
        }
        usort($positions, static fn (array $a, array $b): int => [$b['value'], $a['ticker']] <=> [$a['value'], $b['ticker']]);

        return [
            ...PortfolioResource::summary($portfolio),
            'as_of' => Day::iso($day),
            'total' => $total,
            'cash' => $cash,
            'contributed' => self::inBase($book, 'contributed', $rate, $day),
            'unrealised' => self::sum(array_column($positions, 'unrealised')),
            'realised' => self::sum($this->converted($book->holdings->realised, 'gain', $rate, $day)),
            'dividends' => self::inBase($book, 'dividends', $rate, $day),
            'interest' => self::inBase($book, 'interest', $rate, $day),
            'taxes' => self::inBase($book, 'taxes', $rate, $day),
            'fees' => self::inBase($book, 'fees', $rate, $day),
            'positions' => $positions,
            'closed' => $this->closed($book, $held, $rate, $day),
            'exposure' => [
                'sectors' => self::shares($exposure->sectors),
                'countries' => self::shares($exposure->countries),
                'currencies' => self::shares($exposure->currencies),
                'businesses' => self::shares($kinds->sectors),
                'largest_share' => $exposure->largestShare,
                'concentration' => $exposure->concentration,
                'effective' => $exposure->effective,
            ],
        ];
    }

    /**
     * Base currency for one of a currency on a day, looked up once.
     *
     * @return Closure(string, int): ?float
     */
    public function rates(string $base): Closure
    {
        $economy = $this->economy->read();
        $known = [];

        return static function (string $currency, int $day) use ($economy, $base, &$known): ?float {
            if ($currency === $base) {
                return 1.0;
            }
            if (! isset($known[$currency]) || ! array_key_exists($day, $known[$currency])) {
                $known[$currency][$day] = $economy->exchange($currency, $base, $day);
            }

            return $known[$currency][$day];
        };
    }

    /**
     * @param  array<string, Held>  $held
     * @param  array<string, ClosingPrices>  $prices
     * @param  Closure(string, int): ?float  $rate
     * @param  array<int, list<string>>  $broken  reasons by company
     * @return list<array<string, mixed>>
     */
    private function positions(PortfolioBook $book, array $held, array $prices, Closure $rate, int $day, array $broken): array
    {
        $positions = [];
        foreach ($book->holdings->held as $key => $of) {
            $security = $held[$key] ?? null;
            if ($security === null) {
                continue;
            }
            $series = $prices[$key] ?? new ClosingPrices([], [], (float) $security->multiplier);
            $position = Position::of($key, $of, $series, $rate, $day);
            $count = count($series->closes);
            $now = $rate($of['currency'], $day);
            $income = $book->holdings->income[$key]['net'] ?? null;
            $realised = $book->holdings->realised[$key]['gain'] ?? null;
            $gain = $position->gain;
            $positions[] = [
                'key' => $key,
                'ticker' => $security->reference,
                'name' => $security->name,
                'kind' => $security->kind,
                'company' => $security->company,
                'currency' => $of['currency'],
                'quantity' => $position->quantity->toFloat(),
                'average_cost' => $position->averageCost->toFloat(),
                'cost' => $position->cost->toFloat(),
                'price' => $position->price,
                'priced_on' => $position->pricedOn === null ? null : Day::iso($position->pricedOn),
                'day_change' => $count < 2 ? null : $series->closes[$count - 1] / $series->closes[$count - 2] - 1,
                'value' => $position->baseValue,
                'weight' => null,
                'unrealised' => $gain->total,
                'unrealised_return' => $gain->total === null || ($gain->begin ?? 0.0) <= 0 ? null : $gain->total / $gain->begin,
                // What both did together goes with the price, as it would not be there without it.
                'unrealised_price' => $gain->local === null ? null : $gain->local + $gain->cross,
                'unrealised_currency' => $gain->currency,
                'realised' => $realised === null || $now === null ? null : $realised->toFloat() * $now,
                'income' => $income === null || $now === null ? null : $income->toFloat() * $now,
                'sector' => $security->sector,
                'sector_label' => $security->sector === null ? null : IndustryTree::label($security->sector),
                'country' => $security->country,
                'business' => $security->template ?? $security->kind,
                'broken' => $broken[$security->company ?? 0] ?? [],
            ];
        }

        return $positions;
    }

    /**
     * Reasons of decisions on what is held that do not hold any more, as they were last looked at.
     *
     * @param  array<string, Held>  $held
     * @return array<int, list<string>> by company
     */
    private static function broken(User $owner, array $held, int $day): array
    {
        $companies = array_values(array_filter(array_map(static fn (Held $of): ?int => $of->company, $held)));
        $broken = [];
        $decisions = Decision::query()->of($owner)->whereIn('company_id', $companies)->standing($day)->with('conditions.states')->get();
        foreach ($decisions as $decision) {
            foreach ($decision->conditions as $condition) {
                $met = $condition->states->first()?->met;
                if (! $condition->isCall() && $met !== null && $met !== $condition->isReason()) {
                    $broken[(int) $decision->company_id][] = (string) $condition->note;
                }
            }
        }

        return $broken;
    }

    /**
     * What was held and is no more.
     *
     * @param  array<string, Held>  $held
     * @param  Closure(string, int): ?float  $rate
     * @return list<array<string, mixed>>
     */
    private function closed(PortfolioBook $book, array $held, Closure $rate, int $day): array
    {
        $gains = $this->converted($book->holdings->realised, 'gain', $rate, $day);
        $income = $this->converted($book->holdings->income, 'net', $rate, $day);
        $closed = [];
        foreach ($book->securities as $key) {
            if (! isset($book->holdings->held[$key]) && isset($held[$key])) {
                $closed[] = [
                    'key' => $key,
                    'ticker' => $held[$key]->reference,
                    'name' => $held[$key]->name,
                    'realised' => $gains[$key] ?? null,
                    'income' => $income[$key] ?? null,
                ];
            }
        }

        return $closed;
    }

    /**
     * @param  array<string, array<string, mixed>>  $of  by security, each in its currency
     * @param  Closure(string, int): ?float  $rate
     * @return array<string, ?float>
     */
    private function converted(array $of, string $what, Closure $rate, int $day): array
    {
        return array_map(static function (array $one) use ($what, $rate, $day): ?float {
            $r = $rate($one['currency'], $day);

            return $r === null ? null : $one[$what]->toFloat() * $r;
        }, $of);
    }

    /** @param  Closure(string, int): ?float  $rate */
    private static function inBase(PortfolioBook $book, string $what, Closure $rate, int $day): ?float
    {
        return self::sum(
            array_map(static function (array $of) use ($what, $rate, $day): ?float {
                $r = $of[$what]->isZero() ? 0.0 : $rate($of['currency'], $day);

                return $r === null ? null : $of[$what]->toFloat() * $r;
            }, $book->holdings->money),
        );
    }

    /** @param  array<array-key, ?float>  $parts */
    private static function sum(array $parts): ?float
    {
        return in_array(null, $parts, true) ? null : (float) array_sum($parts);
    }

    /**
     * @param  array<array-key, ?float>  $weights
     * @return list<array{name: string, weight: ?float}> the heaviest first
     */
    private static function shares(array $weights): array
    {
        arsort($weights);

        return array_map(
            static fn (string|int $name, ?float $weight): array => ['name' => (string) $name, 'weight' => $weight],
            array_keys($weights),
            array_values($weights),
        );
    }
}
