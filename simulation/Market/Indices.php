<?php

declare(strict_types=1);

namespace Simulation\Market;

use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Company\Names;
use Simulation\Subject;
use Simulation\Wire;

/**
 * Total-return indices weighted by market value up to a limit, one of all shares and one of each exchange, and two funds: one holds what
 * the first index holds, the other what its managers choose.
 */
final class Indices
{
    /** Thousands of the currency for which a share counts at most, so that one giant is not its market. */
    public const LARGEST = 2.5e7;

    /** Numbers of the securities and listings of indices, and of funds with their companies. */
    public const FIRST = 2_000_001;

    /** ticker, name, exchange of its members or 0 for all, exchange it is told on */
    private const INDICES = [
        ['ALLSH', 'All-share index', 0, 1],
        ['IXTH', 'Tharnholm Exchange index', 1, 1],
        ['IXOS', 'Ostrelay Bourse index', 2, 2],
        ['IXVE', 'Veyskerry Market index', 3, 3],
    ];

    /** ticker, name, exchange, index it begins from, cost a year, description */
    private const FUNDS = [
        ['FALLS', 'Archipelago broad fund', 1, 0, 0.0016, 'Holds every share of the archipelago by its market value.'],
        [
            'FOSTR',
            'Ostrelay chosen shares fund',
            2,
            2,
            0.0135,
            'Holds shares of the Ostrelay Bourse that its managers choose, and some cash; it follows no index.',
        ],
    ];

    /** @var list<float> */
    private array $levels = [1000.0, 1000.0, 1000.0, 1000.0, 50.0, 50.0];

    /** What the choosing fund is ahead of its exchange by its managers' choice, a day. */
    private float $lean = 0.0;

    private readonly Chance $chance;

    public function __construct(int $seed)
    {
        $this->chance = new Chance($seed, 'funds');
    }

    public static function number(int $exchange): int
    {
        return self::FIRST + $exchange;
    }

    public function begin(Wire $wire): void
    {
        foreach (self::INDICES as $i => [$ticker, $name, $of, $home]) {
            $wire->publish(Subject::Index, 2, [
                'id' => self::FIRST + $i,
                'ticker' => $ticker,
                'name' => $name,
                'exchange' => $home,
                'of' => $of,
                'isin' => self::isin($home, 'IX', self::FIRST + $i),
            ]);
        }
        foreach (self::FUNDS as $i => [$ticker, $name, $home, , , $description]) {
            $id = self::FIRST + count(self::INDICES) + $i;
            $country = array_keys(Names::COUNTRIES)[$home - 1];
            $wire->publish(Subject::Company, 1, [
                'id' => $id,
                'name' => $name,
                'country' => $country,
                'sector' => Names::FUNDS,
                'kind' => 'fund',
                'currency' => Names::CURRENCY,
                'year_end_month' => 12,
                'description' => $description,
            ]);
            $wire->publish(Subject::Security, 2, ['id' => $id, 'company' => $id, 'name' => $name, 'main' => true, 'kind' => 'fund']);
            $wire->publish(Subject::Listing, 3, [
                'id' => $id,
                'security' => $id,
                'exchange' => $home,
                'ticker' => $ticker,
                'currency' => Names::CURRENCY,
                'from' => 0,
                'main' => true,
            ]);
            $wire->publish(Subject::Identifier, 3, ['security' => $id, 'value' => self::isin($home, 'FD', $id)]);
        }
    }

    /**
     * Levels at the close.
     *
     * @param  array<int, array{float, float}>  $moves  by exchange, 0 for all: weight of the members and what it made
     */
    public function close(Wire $wire, array $moves): void
    {
        $open = static fn (int $exchange): bool => Calendar::isOpen($exchange, $wire->day);
        $returns = [];
        foreach (self::INDICES as $i => [, , $of, $home]) {
            $returns[$i] = isset($moves[$of]) && $moves[$of][0] > 0 ? $moves[$of][1] / $moves[$of][0] : 0.0;
            $this->move($wire, $i, $returns[$i], $open($home), 0.0);
        }
        foreach (self::FUNDS as $i => [, , $home, $from, $cost]) {
            $volume = round(18000 * exp(0.4 * $this->chance->normal()));
            $return = $returns[$from];
            if ($from > 0) {
                // Its managers are right for a while, and wrong for a while.
                $this->lean = 0.99 * $this->lean + 0.00012 * $this->chance->normal();
                $return = 0.9 * $return + $this->lean + 0.0042 * $this->chance->normal() * ($returns[$from] == 0.0 ? 0.0 : 1.0);
            }
            $this->move($wire, count(self::INDICES) + $i, $return - $cost / 252, $open($home), $volume);
        }
    }

    private function move(Wire $wire, int $i, float $return, bool $open, float $volume): void
    {
        $before = $this->levels[$i];
        $this->levels[$i] *= 1 + $return;
        if (! $open || $wire->day < Calendar::FIRST_PRICE) {
            return;
        }
        $close = round($this->levels[$i], 3);
        $first = round($before, 3);
        $wire->publish(Subject::Bar, 1022, [
            'listing' => self::FIRST + $i,
            'open' => $first,
            'high' => round(max($first, $close) * 1.0015, 3),
            'low' => round(min($first, $close) * 0.9985, 3),
            'close' => $close,
            'volume' => $volume,
        ]);
    }

    private static function isin(int $exchange, string $letters, int $id): string
    {
        return Names::isin(array_keys(Names::COUNTRIES)[$exchange - 1], sprintf('%s%07d', $letters, $id));
    }
}
