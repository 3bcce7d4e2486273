<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Bar;
use App\Models\CorporateAction;
use App\Models\Dividend;
use App\Models\Portfolio;
use App\Models\User;
use App\Storage\Holding\Held;
use App\Storage\Holding\HeldSecurities;
use App\Storage\Holding\PortfolioBooks;
use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Illuminate\Database\Eloquent\Collection;
use Logion\Figure\Words;
use Logion\Identity\DatedListing;
use Logion\Portfolio\CorporateActionProposals;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\LedgerEntry;
use Logion\Time\Day;

/** Corporate actions of what is held, as transactions that can be taken as they are. */
final readonly class ActionProposals
{
    /** Money is paid to the hundredth. */
    private const MONEY = 2;

    /** Letters of a name, and of a ticker in the code of what came to it. */
    private const NAME = 200;

    private const TICKER_OF_CODE = 8;

    public function __construct(private PortfolioBooks $books, private HeldSecurities $securities)
    {
    }

    /** @return list<array<string, mixed>> by day, each with what {@see EntryRows} takes */
    public function of(User $owner, Portfolio $portfolio, int $day): array
    {
        [$own, $held] = $this->held($owner, $portfolio, $day);
        $keys = array_keys($own);
        $ids = array_map(static fn (string $key): int => (int) Held::securityOf($key), $keys);
        $dividends = Dividend::query()
            ->whereIn('security_id', $ids)
            ->where('ex_date', '<=', $day)
            ->orderBy('ex_date')
            ->get()
            ->groupBy('security_id');
        $splits = self::actions($ids, ['split'], $day);
        $given = self::actions($ids, ['rights', 'spin_off'], $day);
        $proposals = [];
        foreach ($keys as $key) {
            $security = (int) Held::securityOf($key);
            $first = $own[$key][0]->day;
            $actions = CorporateActionProposals::of(
                $own[$key],
                collect($dividends->get($security) ?? [])
                    ->filter(static fn (Dividend $of): bool => $of->ex_date > $first)
                    ->map(
                        static fn (Dividend $of): array => [
                            'ex' => (int) $of->ex_date,
                            'paid' => (int) $of->paid_on,
                            'amount' => (float) $of->amount,
                        ],
                    )
                    ->values()
                    ->all(),
                collect($splits->get($security) ?? [])
                    ->map(static fn (CorporateAction $of): array => [(int) $of->ex_date, (float) $of->ratio])
                    ->values()
                    ->all(),
                $this->end($held[$key], $day),
                $day,
                collect($given->get($security) ?? [])
                    ->map(
                        static fn (CorporateAction $of): array => [
                            'kind' => $of->kind,
                            'ex' => (int) $of->ex_date,
                            'ratio' => (float) $of->ratio,
                        ],
                    )
                    ->values()
                    ->all(),
            );
            $paidIn = collect($dividends->get($security) ?? [])->pluck('currency', 'ex_date');
            foreach ($actions as $one) {
                $told = self::told($portfolio, $held[$key], $one, (string) ($paidIn->get($one['event']) ?? $held[$key]->currency));
                $proposals[] = $one['came'] === null ? $told : [...$told, ...$this->came($held[$key], $one)];
            }
        }
        usort($proposals, static fn (array $a, array $b): int => [$a['day'], $a['security']] <=> [$b['day'], $b['security']]);

        return $proposals;
    }

    /** @return array{array<string, list<LedgerEntry>>, array<string, Held>} listed securities with their transactions, by key */
    private function held(User $owner, Portfolio $portfolio, int $day): array
    {
        [$entries] = $this->books->accounts($portfolio, $day);
        $own = [];
        foreach ($entries as $entry) {
            if ($entry->security !== '') {
                $own[$entry->security][] = $entry;
            }
        }
        $held = $this->securities->of($owner, array_map(strval(...), array_keys($own)), $day);
        $isListed = static fn (string $key): bool => Held::securityOf($key) !== null && isset($held[$key]);

        return [array_filter($own, $isListed, ARRAY_FILTER_USE_KEY), $held];
    }

    /**
     * @param  list<int>  $securities
     * @param  list<string>  $kinds
     * @return \Illuminate\Support\Collection<int|string, Collection<int, CorporateAction>> by security
     */
    private static function actions(array $securities, array $kinds, int $day): \Illuminate\Support\Collection
    {
        return CorporateAction::query()
            ->whereIn('security_id', $securities)
            ->whereIn('kind', $kinds)
            ->where('ex_date', '<=', $day)
            ->orderBy('ex_date')
            ->get()
            ->groupBy('security_id');
    }

    /** @return array{day: int, price: ?float}|null when it is listed no more, and the last price paid */
    private function end(Held $of, int $day): ?array
    {
        $last = DatedListing::nearest($of->listings, $day);
        if ($last === null || $last->to === null || $last->to > $day) {
            return null;
        }
        $price = Bar::query()->where('listing_id', $last->id)->orderByDesc('day')->value('close');

        return ['day' => $last->to, 'price' => $price === null ? null : (float) $price];
    }

    /**
     * Rights or shares of another company come as a position of one's own, worth what the price lost with them: of whom, and at what
     * price they trade, no data tell.
     *
     * @param  array{event: int, share: ?float, came: 'rights'|'spin_off'|null, ...}  $one
     * @return array<string, mixed>
     */
    private function came(Held $held, array $one): array
    {
        $listing = DatedListing::nearest($held->listings, $one['event']);
        $close = Bar::query()->where('listing_id', $listing?->id)->where('day', '<', $one['event'])->orderByDesc('day')->value('close');
        $ticker = preg_replace('/[^A-Z0-9 .\/-]/', '-', mb_strtoupper(mb_substr($listing->ticker ?? $held->key, 0, self::TICKER_OF_CODE)));
        $day = Day::iso($one['event']);
        $name =
            $one['came'] === 'rights'
                ? Words::say('rights_of', name: $held->name, day: $day)
                : Words::say('spun_off_from', name: $held->name, day: $day);

        return [
            'came' => $one['came'],
            'cost_share' => self::plain((float) $one['share']),
            'new_security' => implode(' ', [
                $ticker,
                $one['came'] === 'rights' ? 'RIGHTS' : 'SPIN-OFF',
                substr((string) $one['event'], 2),
            ]),
            'instrument' => [
                'name' => mb_substr($name, 0, self::NAME),
                'price' => $close === null ? null : self::plain($close * $one['share']),
                'currency' => $held->currency,
                'sector' => $held->sector,
                'country' => $held->country,
            ],
        ];
    }

    /**
     * @param  array{type: EntryType, day: int, event: int, quantity: float, amount: ?float, ratio: ?float, price: ?float, ...}  $one
     * @return array<string, mixed>
     */
    private static function told(Portfolio $portfolio, Held $held, array $one, string $currency): array
    {
        $amount =
            $one['amount'] === null ? null : BigDecimal::of(sprintf('%.10F', $one['amount']))->toScale(self::MONEY, RoundingMode::HALF_UP);
        $tax = $amount?->multipliedBy((string) $portfolio->withholding)->toScale(self::MONEY, RoundingMode::HALF_UP);

        return [
            'id' => "{$one['type']->value}:{$held->key}:{$one['event']}",
            'type' => $one['type']->value,
            'day' => Day::iso($one['day']),
            'security' => $held->reference,
            'name' => $held->name,
            'currency' => $one['type'] === EntryType::Dividend ? $currency : $held->currency,
            'event' => Day::iso($one['event']),
            'quantity' => $one['type'] === EntryType::Sell ? self::plain($one['quantity']) : null,
            'amount' => $amount === null ? null : (string) $amount,
            'tax' => $tax === null || $tax->isZero() ? null : (string) $tax,
            'ratio' => $one['ratio'] === null ? null : self::plain($one['ratio']),
            'price' => $one['price'] === null ? null : self::plain($one['price']),
            'held' => $one['quantity'],
            'came' => null,
            'cost_share' => null,
            'new_security' => null,
            'instrument' => null,
        ];
    }

    private static function plain(float $figure): string
    {
        return (string) BigDecimal::of(sprintf('%.10F', $figure))->stripTrailingZeros();
    }
}
