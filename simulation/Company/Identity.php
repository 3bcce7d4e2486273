<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Identity\FormerValues;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\FormerCurrency;
use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Market\HourlyBars;
use Simulation\Market\SharePrice;
use Simulation\Publication;
use Simulation\Subject;
use Simulation\Wire;
use Simulation\World;

/** What a company is called, in which currencies it reported, and which classes of its shares are listed where. */
final class Identity
{
    /** Numbers of listings and securities beside a company's first, which have the company's. */
    public const FURTHER = 1_000_000;

    /** Deviation of the lesser class from its usual part of the price. */
    private float $discount = 0.0;

    private readonly Chance $chance;

    private bool $abroad = false;

    /** Changes that are still to come: ticker, name and so on. */
    private bool $changes;

    public function __construct(private readonly Charter $charter)
    {
        $this->chance = new Chance($charter->seed, "identity {$charter->id}");
        $events = $charter->events;
        $this->changes =
            isset($events['former_ticker']) ||
            isset($events['former']) ||
            isset($events['renamed']) ||
            isset($events['also_listed']) ||
            isset($events['left_index']);
    }

    public function enter(Wire $wire): void
    {
        $p = $this->charter;
        $events = $p->events;
        $name = $p->name;
        $sector = $p->industryCode;
        $currency = $p->reportingCurrency;
        foreach (
            [...$events['former'] ?? [], ...isset($events['renamed']) ? [['name', ...$events['renamed']]] : []] as [$attribute, $value]
        ) {
            match ($attribute) {
                'name' => ($name = $value),
                'sector' => ($sector = $value),
                default => ($currency = $value),
            };
        }
        $wire->publish(Subject::Company, 1, [
            'id' => $p->id,
            'name' => $name,
            'country' => $p->country,
            'sector' => $sector,
            'kind' => $p->kind(),
            'currency' => $currency,
            'year_end_month' => $p->yearEndMonth,
            'description' => $p->description,
        ]);
        $wire->publish(Subject::Security, 2, [
            'id' => $p->id,
            'company' => $p->id,
            'name' => isset($events['second_class']) ? 'Class A' : 'Ordinary shares',
            'main' => true,
        ]);
        $this->identifier($wire, $p->id, $p->ticker);
        $listed = isset($events['listed']) ? $wire->day : 0;
        $ticker = $events['former_ticker'][0] ?? $p->ticker;
        $this->list($wire, isset($events['former_ticker']) ? self::FURTHER + $p->id : $p->id, $p->id, $p->exchange(), $ticker, $listed);
        if (isset($events['second_class'])) {
            $wire->publish(Subject::Security, 2, [
                'id' => self::FURTHER + $p->id,
                'company' => $p->id,
                'name' => 'Class B',
                'main' => false,
            ]);
            $this->identifier($wire, self::FURTHER + $p->id, $events['second_class'][0]);
            $this->list($wire, self::FURTHER + $p->id, self::FURTHER + $p->id, $p->exchange(), $events['second_class'][0], 0);
        }
        $wire->publish(Subject::Member, 5, ['company' => $p->id, 'exchange' => $p->exchange()]);
    }

    /** Names, tickers and listings that change on a day. */
    public function change(Wire $wire): void
    {
        if (! $this->changes) {
            return;
        }
        $p = $this->charter;
        $events = $p->events;
        $names = [...$events['former'] ?? [], ...isset($events['renamed']) ? [['name', ...$events['renamed']]] : []];
        foreach ($names as [$attribute, $value, $until]) {
            if ($wire->reaches($until)) {
                $now = match ($attribute) {
                    'name' => $p->name,
                    'sector' => $p->industryCode,
                    default => $p->reportingCurrency,
                };
                $wire->publish(Subject::Name, 3, [
                    'company' => $p->id,
                    'attribute' => $attribute,
                    'before' => $value,
                    'until' => $until,
                    'now' => $now,
                ]);
            }
        }
        if (isset($events['former_ticker']) && $wire->reaches($events['former_ticker'][1])) {
            $wire->publish(Subject::ListingEnd, 3, [
                'id' => self::FURTHER + $p->id,
                'to' => $events['former_ticker'][1],
                'because' => 'The ticker was changed.',
            ]);
            $this->list($wire, $p->id, $p->id, $p->exchange(), $p->ticker, $events['former_ticker'][1]);
        }
        if (isset($events['also_listed']) && $wire->reaches($events['also_listed'][3])) {
            [$exchange, $ticker, $currency, $from] = $events['also_listed'];
            $this->abroad = true;
            $this->list($wire, self::FURTHER + $p->id, $p->id, $exchange, $ticker, $from, $currency, false);
        }
        if (isset($events['left_index']) && $wire->reaches($events['left_index'])) {
            $wire->publish(Subject::MemberEnd, 6, ['company' => $p->id]);
        }
    }

    public function endYearsIn(Wire $wire, int $month): void
    {
        $wire->publish(Subject::Name, 3, [
            'company' => $this->charter->id,
            'attribute' => FormerValues::FISCAL_YEAR_END,
            'before' => (string) $this->charter->yearEndMonth,
            'until' => $wire->day,
            'now' => $month,
        ]);
        $this->charter->yearEndMonth = $month;
    }

    public function leave(Wire $wire, string $because): void
    {
        foreach ($this->securities() as $listing) {
            $wire->publish(Subject::ListingEnd, 1140, ['id' => $listing, 'to' => $wire->day, 'because' => $because]);
        }
        if ($this->abroad) {
            $wire->publish(Subject::ListingEnd, 1140, [
                'id' => self::FURTHER + $this->charter->id,
                'to' => $wire->day,
                'because' => $because,
            ]);
        }
        $wire->publish(Subject::MemberEnd, 1141, ['company' => $this->charter->id]);
    }

    /** @return list<int> classes of shares, the main one first */
    public function securities(): array
    {
        return isset($this->charter->events['second_class'])
            ? [$this->charter->id, self::FURTHER + $this->charter->id]
            : [$this->charter->id];
    }

    /**
     * The trades of a day in every class and on every exchange: the lesser class follows at a discount that wanders and returns, abroad
     * only the currency differs.
     *
     * @param  array{open: float, high: float, low: float, close: float, volume: float}  $bar
     */
    public function bars(Wire $wire, array $bar, float $rate): void
    {
        $p = $this->charter;
        $former = $p->events['former_ticker'] ?? null;
        $listing = $former !== null && $wire->day < $former[1] ? self::FURTHER + $p->id : $p->id;
        $wire->publish(Subject::Bar, 1020, ['listing' => $listing, ...$bar]);
        $hours = $wire->hours ? HourlyBars::of($bar, $p->seed, $listing, $wire->day) : [];
        $hours === [] || $wire->publish(Subject::BarsByHour, Publication::CLOSE, ['listing' => $listing, 'hours' => $hours]);
        $class = $p->events['second_class'] ?? null;
        if ($class === null && ! $this->abroad) {
            return;
        }
        $this->discount = 0.97 * $this->discount + 0.004 * $this->chance->normal();
        $volume = (float) round(9000 * exp(0.5 * $this->chance->normal()));
        $price = static fn (float $of): float => SharePrice::rounded($of);
        $factor = $class !== null ? $class[2] * exp($this->discount) : 1 / $rate;
        $isOpen = $class !== null || Calendar::isOpen($p->events['also_listed'][0], $wire->day);
        if ($isOpen) {
            $wire->publish(Subject::Bar, 1020, [
                'listing' => self::FURTHER + $p->id,
                'open' => $price($bar['open'] * $factor),
                'high' => $price($bar['high'] * $factor),
                'low' => $price($bar['low'] * $factor),
                'close' => $price($bar['close'] * $factor),
                'volume' => $volume,
            ]);
        }
    }

    /** @return FormerCurrency|null null for who always reported in one */
    public function formerCurrency(World $world): ?FormerCurrency
    {
        $former = array_values(
            array_filter($this->charter->events['former'] ?? [], static fn (array $of) => $of[0] === FormerValues::REPORTING_CURRENCY),
        );
        if ($former === []) {
            return null;
        }

        return new FormerCurrency(
            array_map(static fn (array $of): array => [$of[1], $of[2]], $former),
            $this->charter->reportingCurrency,
            static fn (string $from, string $to, int $day): float => $from === $to ? 1.0 : $world->economy->exchangeRate($day),
            (new FiscalCalendar($this->charter->yearEndMonth))->end(...),
        );
    }

    private function list(
        Wire $wire,
        int $id,
        int $security,
        int $exchange,
        string $ticker,
        int $from,
        string $currency = Names::CURRENCY,
        bool $main = true,
    ): void {
        $wire->publish(Subject::Listing, 4, [
            'id' => $id,
            'security' => $security,
            'exchange' => $exchange,
            'ticker' => $ticker,
            'currency' => $currency,
            'from' => $from,
            'main' => $main,
        ]);
    }

    private function identifier(Wire $wire, int $security, string $ticker): void
    {
        $letters = substr(preg_replace('/[^A-Z]/', '', strtoupper($ticker)).'XX', 0, 2);
        $wire->publish(Subject::Identifier, 3, [
            'security' => $security,
            'value' => Names::isin($this->charter->country, sprintf('%s%07d', $letters, $security)),
        ]);
    }
}
