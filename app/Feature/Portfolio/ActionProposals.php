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
use Logion\Identity\DatedListing;
use Logion\Portfolio\CorporateActionProposals;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Time\Day;

/** Corporate actions of what is held, as transactions that can be taken as they are. */
final readonly class ActionProposals
{
    /** Money is paid to the hundredth. */
    private const MONEY = 2;

    public function __construct(private PortfolioBooks $books, private HeldSecurities $securities)
    {
    }

    /** @return list<array<string, mixed>> by day, each with what {@see EntryRows} takes */
    public function of(User $owner, Portfolio $portfolio, int $day): array
    {
        [$entries] = $this->books->accounts($portfolio, $day);
        $own = [];
        foreach ($entries as $entry) {
            if ($entry->security !== '') {
                $own[$entry->security][] = $entry;
            }
        }
        $held = $this->securities->of($owner, array_map(strval(...), array_keys($own)), $day);
        $keys = array_filter(array_keys($own), static fn (string $key): bool => Held::securityOf($key) !== null && isset($held[$key]));
        $ids = array_map(static fn (string $key): int => (int) Held::securityOf($key), $keys);
        $dividends = Dividend::query()
            ->whereIn('security_id', $ids)
            ->where('ex_date', '<=', $day)
            ->orderBy('ex_date')
            ->get()
            ->groupBy('security_id');
        $splits = CorporateAction::query()
            ->whereIn('security_id', $ids)
            ->where('kind', 'split')
            ->where('ex_date', '<=', $day)
            ->orderBy('ex_date')
            ->get()
            ->groupBy('security_id');
        $proposals = [];
        foreach ($keys as $key) {
            $security = (int) Held::securityOf($key);
            $first = $own[$key][0]->day;
            $told = CorporateActionProposals::of(
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
            );
            $paidIn = collect($dividends->get($security) ?? [])->pluck('currency', 'ex_date');
            foreach ($told as $one) {
                $proposals[] = self::told($portfolio, $held[$key], $one, (string) ($paidIn->get($one['event']) ?? $held[$key]->currency));
            }
        }
        usort($proposals, static fn (array $a, array $b): int => [$a['day'], $a['security']] <=> [$b['day'], $b['security']]);

        return $proposals;
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
     * @param  array{type: EntryType, day: int, event: int, quantity: float, amount: ?float, ratio: ?float, price: ?float}  $one
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
        ];
    }

    private static function plain(float $figure): string
    {
        return (string) BigDecimal::of(sprintf('%.10F', $figure))->stripTrailingZeros();
    }
}
