<?php

declare(strict_types=1);

namespace App\Demo;

use App\Models\FormerAttribute;
use App\Models\Identifier;
use App\Models\Listing;
use App\Models\Security;
use Logion\Identity\FormerValues;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\FormerCurrency;

/** What a company of the demo was called, in which currencies it reported, and which classes of its shares are listed where. */
final readonly class IdentitySimulator
{
    /** Numbers of listings and securities beside a company's first, which have the company's. */
    private const FURTHER = 1_000_000;

    public function __construct(private int $id, private int $exchange, private Profile $profile)
    {
    }

    public function write(): void
    {
        $events = $this->profile->events;
        $ended = $events['delisted'] ?? [null, null];
        Security::query()->insert([
            'id' => $this->id,
            'company_id' => $this->id,
            'kind' => 'share',
            'name' => isset($events['second_class']) ? 'Class A' : 'Ordinary shares',
        ]);
        $this->list($this->id, $this->id, $this->exchange, $this->profile->ticker, $events['former_ticker'][1] ?? 0, $ended[0], $ended[1]);
        $this->identify($this->id, $this->profile->ticker);
        if (isset($events['former_ticker'])) {
            $this->list(
                self::FURTHER + $this->id,
                $this->id,
                $this->exchange,
                $events['former_ticker'][0],
                0,
                $events['former_ticker'][1],
                'The ticker was changed.',
            );
        }
        if (isset($events['also_listed'])) {
            [$exchange, $ticker, $currency, $from] = $events['also_listed'];
            $this->list(self::FURTHER + $this->id, $this->id, $exchange, $ticker, $from, currency: $currency, main: false);
        }
        foreach ($this->otherSecurities() as $security) {
            Security::query()->insert([
                'id' => $security,
                'company_id' => $this->id,
                'kind' => 'share',
                'name' => 'Class B',
                'main' => false,
            ]);
            $this->list($security, $security, $this->exchange, $events['second_class'][0], 0);
            $this->identify($security, $events['second_class'][0]);
        }
        foreach ($events['former'] ?? [] as [$attribute, $value, $until]) {
            FormerAttribute::query()->insert([
                'company_id' => $this->id,
                'attribute' => $attribute,
                'value' => $value,
                'until_day' => $until,
            ]);
        }
    }

    private function list(
        int $id,
        int $security,
        int $exchange,
        string $ticker,
        int $from,
        ?int $to = null,
        ?string $because = null,
        string $currency = Names::CURRENCY,
        bool $main = true,
    ): void {
        Listing::query()->insert([
            'id' => $id,
            'security_id' => $security,
            'exchange_id' => $exchange,
            'ticker' => $ticker,
            'currency' => $currency,
            'from_day' => $from,
            'to_day' => $to,
            'ended_because' => $because,
            'main' => $main,
        ]);
    }

    private function identify(int $security, string $ticker): void
    {
        $letters = substr(preg_replace('/[^A-Z]/', '', strtoupper($ticker)).'XX', 0, 2);
        Identifier::query()->insert([
            'security_id' => $security,
            'scheme' => 'isin',
            'value' => Names::isin($this->profile->country, sprintf('%s%07d', $letters, $security)),
        ]);
    }

    /** The listing a day's price of the main class belongs to. */
    public function listingOn(int $day): int
    {
        return isset($this->profile->events['former_ticker']) && $day < $this->profile->events['former_ticker'][1]
            ? self::FURTHER + $this->id
            : $this->id;
    }

    /** @return list<int> classes of shares beside the main one */
    public function otherSecurities(): array
    {
        return isset($this->profile->events['second_class']) ? [self::FURTHER + $this->id] : [];
    }

    /**
     * Bars of another class or on another exchange, which follow the main one.
     *
     * @param  array<int, float>  $closes  by day
     * @param  \Closure(int): float  $rate  crowns for one unit of the other currency
     * @return iterable<array{int, int, float, float, float, float}> as a bar is stored
     */
    public function otherBars(array $closes, \Closure $rate): iterable
    {
        $class = $this->profile->events['second_class'] ?? null;
        $abroad = $this->profile->events['also_listed'] ?? null;
        if ($class === null && $abroad === null) {
            return;
        }
        $chance = new Chance($this->profile->seed + 53);
        $discount = 0.0;
        foreach ($closes as $day => $close) {
            // The discount of the lesser class wanders and returns; abroad only rounding differs.
            $discount = 0.97 * $discount + 0.004 * $chance->normal();
            if ($abroad !== null && $day < $abroad[3]) {
                continue;
            }
            $price = round($class !== null ? $close * $class[2] * exp($discount) : $close / $rate($day), 2);
            yield [
                self::FURTHER + $this->id,
                $day,
                round(1.004 * $price, 2),
                round(0.996 * $price, 2),
                $price,
                (float) round(9000 * exp(0.5 * $chance->normal())),
            ];
        }
    }

    /**
     * Shares by class, as a report gives them.
     *
     * @param  array<string, int|float>  $lines  of the report, counts in thousands
     * @return list<array{string, float}>
     */
    public function classCounts(array $lines): array
    {
        $class = $this->profile->events['second_class'] ?? null;
        $second = round(1000 * ($class[1] ?? 0.0) * ($lines['shares_outstanding_period_end'] ?? 0.0));

        return $class === null ? [] : [['Class A', 1000.0 * $lines['shares_outstanding_period_end'] - $second], ['Class B', $second]];
    }

    /**
     * @param  \Closure(Macro, int): float  $rate  crowns for one unit of the other currency
     * @return FormerCurrency|null null for who always reported in one
     */
    public function formerCurrency(\Closure $rate, Macro $macro): ?FormerCurrency
    {
        $former = array_values(
            array_filter($this->profile->events['former'] ?? [], static fn (array $of) => $of[0] === FormerValues::REPORTING_CURRENCY),
        );
        if ($former === []) {
            return null;
        }

        return new FormerCurrency(
            array_map(static fn (array $of): array => [$of[1], $of[2]], $former),
            $this->profile->reportingCurrency,
            static fn (string $from, string $to, int $day): float => $from === $to ? 1.0 : $rate($macro, $day),
            (new FiscalCalendar($this->profile->yearEndMonth))->end(...),
        );
    }
}
