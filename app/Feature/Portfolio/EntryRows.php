<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Bar;
use App\Models\Portfolio;
use App\Models\User;
use App\Storage\EconomyReader;
use App\Storage\Holding\Held;
use App\Storage\Holding\HeldSecurities;
use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Time\Day;
use Logion\Time\InvalidDay;

/** Makes of what is told of a transaction, typed or in a file, a row that holds together. */
final class EntryRows
{
    private const FIGURES = ['quantity', 'price', 'amount', 'fee', 'tax', 'cost', 'ratio', 'cost_share', 'to_amount'];

    /** Digits a figure may have before and behind its point. */
    private const DIGITS = 18;

    /** @var array<string, int|null> first day with a price, by key */
    private array $firstDays = [];

    public function __construct(private readonly HeldSecurities $securities, private readonly EconomyReader $economy)
    {
    }

    /**
     * @param  array<string, mixed>  $told  texts by name: day, type, security, quantity, price, …
     * @param  Held|null  $held  the security, where it is known already
     * @return array<string, mixed> columns of a transaction
     *
     * @throws Refusal if something lacks, is none of what it should be, or does not fit the security
     */
    public function of(User $user, Portfolio $portfolio, array $told, ?Held $held = null): array
    {
        $told = array_map(static fn (mixed $of): mixed => is_string($of) ? trim($of) : $of, $told);
        $type =
            EntryType::tryFrom((string) ($told['type'] ?? '')) ??
            throw Refusal::because(
                Words::say(
                    'no_kind_of_transaction',
                    type: mb_substr((string) ($told['type'] ?? ''), 0, 40),
                    types: implode(', ', array_column(EntryType::cases(), 'value')),
                ),
            );
        $day = self::day($told, 'day') ?? throw Refusal::because(Words::say('a_transaction_needs_a_day'));
        $figures = $this->figures($told);
        foreach ($type->needs() as $needed) {
            if (($figures[$needed] ?? null) === null && ($told[$needed] ?? '') === '') {
                throw Refusal::because(Words::say('transaction_lacks', type: $type->value, field: $needed));
            }
        }
        if ($held === null && ($told['security'] ?? '') !== '') {
            $held = $this->securities->find($user, (string) $told['security'], $day);
        }
        if ($held === null && $type->isOfSecurity() && $type !== EntryType::Dividend) {
            throw Refusal::because(Words::say('transaction_lacks', type: $type->value, field: 'security'));
        }
        $currency = mb_strtoupper((string) ($told['currency'] ?? '')) ?: $held->currency ?? $portfolio->currency;
        $trades = $type->isOfSecurity() && $type !== EntryType::Dividend;
        if ($held !== null && $trades && $currency !== $held->currency) {
            throw Refusal::because(
                Words::say('traded_in_another_currency', security: $held->reference, currency: $held->currency, told: $currency),
            );
        }
        $this->mustHaveRate($currency, $portfolio->currency, $day);
        if ($type === EntryType::CurrencyExchange) {
            $to = mb_strtoupper((string) $told['to_currency']);
            $to !== $currency || throw Refusal::because(Words::say('exchanged_into_itself', currency: $to));
            $this->mustHaveRate($to, $portfolio->currency, $day);
        }
        if ($held !== null && $trades) {
            $this->mustBeTraded($held, $day);
        }
        $settled = self::day($told, 'settled_on');
        if ($settled !== null && $settled < $day) {
            throw Refusal::because(Words::say('settled_before_it_was_traded', day: Day::iso($day), settled: Day::iso($settled)));
        }
        $new = $type === EntryType::SpinOff ? $this->securities->find($user, (string) $told['new_security'], $day) : null;

        return [
            'day' => $day,
            'settled_on' => $settled,
            'type' => $type->value,
            'security_id' => $held === null ? null : Held::securityOf($held->key),
            'instrument_id' => $held === null ? null : Held::instrumentOf($held->key),
            'new_security_id' => $new === null ? null : Held::securityOf($new->key),
            'new_instrument_id' => $new === null ? null : Held::instrumentOf($new->key),
            'currency' => $currency,
            'to_currency' => $type === EntryType::CurrencyExchange ? mb_strtoupper((string) $told['to_currency']) : '',
            ...$figures,
            'acquired' => $type === EntryType::TransferIn ? self::day($told, 'acquired') : null,
            'lots' => $type === EntryType::Sell && ($told['lots'] ?? []) !== [] ? array_map(intval(...), (array) $told['lots']) : null,
            'note' => ($told['note'] ?? '') === '' ? null : (string) $told['note'],
            'reference' => ($told['reference'] ?? '') === '' ? null : mb_substr((string) $told['reference'], 0, 120),
        ];
    }

    /**
     * What is odd about a row though it can be taken: null where nothing is.
     *
     * @param  array<string, mixed>  $row
     */
    public function doubt(array $row): ?string
    {
        if ($row['security_id'] === null || $row['price'] === null || $row['type'] === EntryType::Split->value) {
            return null;
        }
        $close = Bar::query()
            ->join('listings', 'listings.id', '=', 'listing_id')
            ->where('security_id', $row['security_id'])
            ->where('main', true)
            ->where('day', '<=', $row['day'])
            ->orderByDesc('day')
            ->value('close');
        $price = (float) $row['price'];

        return $close === null || ($price < 1.5 * $close && $price > $close / 1.5)
            ? null
            : Words::say(
                'price_far_from_the_close',
                price: (string) $row['price'],
                close: (string) round((float) $close, 4),
                day: Day::iso($row['day']),
            );
    }

    /**
     * @param  array<string, mixed>  $told
     * @return array<string, string|null>
     */
    private function figures(array $told): array
    {
        $figures = [];
        foreach (self::FIGURES as $name) {
            $text = str_replace([' ', "\u{2009}", "\u{202f}", "'"], '', (string) ($told[$name] ?? ''));
            $text = str_replace("\u{2212}", '-', $text);
            if ($text === '') {
                $figures[$name] = null;

                continue;
            }
            try {
                $figure = BigDecimal::of($text)->stripTrailingZeros();
            } catch (MathException) {
                throw Refusal::because(Words::say('is_no_figure', field: $name, text: mb_substr($text, 0, 40)));
            }
            $isPositive = in_array($name, ['quantity', 'ratio', 'to_amount'], true);
            if ($figure->isNegative() || ($isPositive && $figure->isZero())) {
                throw Refusal::because(Words::say('figure_must_be_above_nothing', field: $name));
            }
            if ($figure->getScale() > self::DIGITS || $figure->isGreaterThan('1e18')) {
                throw Refusal::because(Words::say('figure_has_too_many_digits', field: $name, digits: self::DIGITS));
            }
            $figures[$name] = (string) $figure;
        }
        if ($figures['cost_share'] !== null && BigDecimal::of($figures['cost_share'])->isGreaterThan(1)) {
            throw Refusal::because(Words::say('cost_share_is_a_part'));
        }

        return $figures;
    }

    /** @param  array<string, mixed>  $told */
    private static function day(array $told, string $name): ?int
    {
        $text = (string) ($told[$name] ?? '');
        if ($text === '') {
            return null;
        }
        try {
            $day = Day::parse($text);
        } catch (InvalidDay) {
            throw Refusal::because(Words::say('is_no_day', field: $name, text: mb_substr($text, 0, 40)));
        }

        return $day >= 19000101 && $day <= 21001231 ? $day : throw Refusal::because(Words::say('is_no_day', field: $name, text: $text));
    }

    private function mustHaveRate(string $currency, string $base, int $day): void
    {
        if ($currency !== $base && $this->economy->read()->exchange($currency, $base, $day) === null) {
            throw Refusal::because(
                Words::say('currency_has_no_rate', currency: mb_substr($currency, 0, 8), base: $base, day: Day::iso($day)),
            );
        }
    }

    private function mustBeTraded(Held $held, int $day): void
    {
        if ($held->listings === []) {
            return;
        }
        $first = $this->firstDays[$held->key] ??= Bar::query()->whereIn('listing_id', array_column($held->listings, 'id'))->min('day');
        if ($first !== null && $day < (int) $first) {
            throw Refusal::because(Words::say('not_listed_before', security: $held->reference, day: Day::iso((int) $first)));
        }
    }
}
