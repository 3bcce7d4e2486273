<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Evaluation\EvaluationContext;
use App\Models\Portfolio;
use App\Storage\Holding\HeldSecurities;
use App\Storage\Holding\PortfolioBooks;
use Logion\Time\Day;

/** What is held lot by lot, and what was sold of which cost, each in its own currency and to the last digit. */
final readonly class LotReport
{
    public function __construct(private PortfolioBooks $books, private HeldSecurities $securities)
    {
    }

    /** @return array<string, mixed> */
    public function of(Portfolio $portfolio, EvaluationContext $context): array
    {
        $owner = $context->user ?? throw new \LogicException('A portfolio has an owner.');
        [, $accounts] = $this->books->accounts($portfolio, $context->day);
        $holdings = $accounts->holdings();
        $sales = $accounts->sales();
        $keys = [...array_keys($holdings), ...array_map(static fn (array $of): string => $of['sale']->security, $sales)];
        $held = $this->securities->of($owner, array_values(array_unique(array_map(strval(...), $keys))), $context->day);
        $lots = [];
        foreach ($holdings as $key => ['currency' => $currency, 'lots' => $own]) {
            foreach ($own->lots as $lot) {
                $lots[] = [
                    'id' => $lot->row,
                    ...self::named($held, $key),
                    'currency' => $currency,
                    'acquired' => Day::iso($lot->acquired),
                    'quantity' => (string) $lot->quantity->stripTrailingZeros(),
                    'cost' => (string) $lot->cost->stripTrailingZeros(),
                    'held_days' => Day::between($lot->acquired, $context->day),
                ];
            }
        }

        return [
            'as_of' => Day::iso($context->day),
            'lots' => $lots,
            'sales' => array_reverse(
                array_map(
                    static fn (array $of): array => [
                        'id' => $of['sale']->row,
                        ...self::named($held, $of['sale']->security),
                        'currency' => $of['currency'],
                        'day' => Day::iso($of['sale']->day),
                        'quantity' => (string) $of['sale']->quantity->stripTrailingZeros(),
                        'proceeds' => (string) $of['sale']->proceeds->stripTrailingZeros(),
                        'cost' => (string) $of['sale']->cost->stripTrailingZeros(),
                        'gain' => (string) $of['sale']->gain()->stripTrailingZeros(),
                    ],
                    $sales,
                ),
            ),
        ];
    }

    /**
     * @param  array<string, \App\Storage\Holding\Held>  $held
     * @return array{ticker: string, name: string}
     */
    private static function named(array $held, string $key): array
    {
        return ['ticker' => $held[$key]->reference ?? $key, 'name' => $held[$key]->name ?? $key];
    }
}
