<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use App\Models\Identifier;
use App\Models\Listing;
use App\Models\Security;
use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\Identity\Identities;
use Logion\Figure\Words;
use Logion\Identity\DatedListing;
use Logion\Identity\Isin;
use Logion\Intake\Refusal;
use Logion\Reporting\ShareClasses;
use Logion\Time\Day;

/** Where a company's shares are listed, from when to when, their classes, and the identifiers they are known by. */
final readonly class ShareListings
{
    public function __construct(private ChangeLog $log, private Identities $identities)
    {
    }

    /**
     * Puts a listing in or changes the one of that ticker, exchange and first day; a class that is not known is made.
     *
     * @param  array{exchange: string, ticker: string, from: int, to?: int|null, currency?: string|null, reason?: string|null,
     *     class?: string|null, entitlement?: float|null, main?: bool|null}  $listing  without `main` the first of a share is main,
     *     and one that follows a main one on its exchange
     * @return array{int, list<array{'new'|'changed'|'same', string}>} the security, and what was done with which words
     *
     * @throws Refusal if it contradicts another listing or is none
     */
    public function put(?User $by, int $company, array $listing): array
    {
        [$exchange, $asked] = $this->read($company, $listing);
        $this->refuseIfTaken($asked);
        $security = self::class($company, $listing['class'] ?? '');
        $own = array_values(
            array_filter(
                $security === null ? [] : $this->identities->ofSecurity($security),
                static fn (DatedListing $of): bool => [$of->exchange, $of->ticker, $of->from]
                    !== [$asked->exchange, $asked->ticker, $asked->from],
            ),
        );
        $main = $listing['main'] ?? self::follows($own, $asked->exchange);
        if (! $main && array_filter($own, static fn (DatedListing $of): bool => $of->main) === []) {
            throw Refusal::because(Words::say('the_share_would_have_no_main'));
        }

        return $this->log->record(
            $by,
            Words::say('listing_of', code: $asked->exchange, ticker: $asked->ticker),
            function (ChangeLog $log) use ($company, $listing, $exchange, $asked, $security, $own, $main): array {
                $done = [];
                $security ??= self::makeClass($log, $company, $listing);
                foreach ($main ? $own : [] as $other) {
                    self::mustFollow($other, $asked) && ($done[] = self::end($log, $other, $asked->from));
                }
                $done[] = self::write(
                    $log,
                    ['ticker' => $asked->ticker, 'exchange_id' => $exchange->id, 'from_day' => $asked->from],
                    [
                        'security_id' => $security,
                        'currency' => $asked->currency,
                        'to_day' => $asked->to,
                        'ended_because' => $asked->endedBecause,
                        'main' => (int) $main,
                    ],
                    Words::say(
                        'from',
                        code: $asked->exchange,
                        ticker: $asked->ticker,
                        day: $asked->from === 0 ? Words::say('the_start') : Day::iso($asked->from),
                    ),
                );

                return [$security, $done];
            },
        );
    }

    /** @throws Refusal if it has prices, or is the only one of a share that others build on */
    public function remove(?User $by, Listing $listing): void
    {
        $others = Listing::query()->where('security_id', $listing->security_id)->whereKeyNot($listing->id)->exists();
        if (! $others) {
            throw Refusal::because(Words::say('the_only_listing_of_a_share_stays', ticker: $listing->ticker));
        }
        $this->log->record(
            $by,
            Words::say('listing_removed', ticker: $listing->ticker),
            static fn (ChangeLog $log) => $log->delete('listings', ['id' => $listing->id]),
        );
    }

    /**
     * @param  string  $scheme  such as isin
     * @param  string|null  $value  null takes it away
     * @return array{'new'|'changed'|'same', string}
     *
     * @throws Refusal if another security has it
     */
    public function identify(?User $by, int $security, string $scheme, ?string $value): array
    {
        $taken = Identifier::query()->where('scheme', $scheme)->where('value', $value)->value('security_id');
        if ($value !== null && $taken !== null && (int) $taken !== $security) {
            throw Refusal::because(Words::say('is_kept_for_another_security', scheme: strtoupper($scheme), value: $value));
        }
        $known = Identifier::query()->where('security_id', $security)->where('scheme', $scheme)->orderBy('id')->first();
        $what = strtoupper($scheme).($value === null ? '' : " {$value}");
        if ($known?->value === $value) {
            return ['same', $what];
        }
        $this->log->record($by, $what, static function (ChangeLog $log) use ($known, $security, $scheme, $value): void {
            match (true) {
                $value === null => $log->delete('identifiers', ['id' => $known?->id]),
                $known === null => $log->insert('identifiers', ['security_id' => $security, 'scheme' => $scheme, 'value' => $value]),
                default => $log->update('identifiers', ['id' => $known->id], ['value' => $value]),
            };
        });

        return [$known === null ? 'new' : 'changed', $what];
    }

    /** What is odd about an identifier that is kept as it is written. */
    public static function doubt(string $scheme, string $value): ?string
    {
        return $scheme === 'isin' && ! Isin::isValid($value) ? Words::say('does_not_have_the_check_digit', value: $value) : null;
    }

    /**
     * @param  array<string, mixed>  $listing
     * @return array{Exchange, DatedListing}
     */
    private function read(int $company, array $listing): array
    {
        $code = strtoupper($listing['exchange']);
        $exchange =
            Exchange::query()->where('code', $code)->first() ??
            throw Refusal::because(
                Words::say(
                    'no_exchange_has_the_code_the',
                    code: $code,
                    exchanges: Exchange::query()->orderBy('id')->pluck('code')->implode(', '),
                ),
            );
        $ticker = strtoupper($listing['ticker']);
        if (preg_match('/^[A-Z0-9.\-]{1,12}$/D', $ticker) !== 1) {
            throw Refusal::because(Words::say('is_no_ticker_up_to_twelve', ticker: $listing['ticker']));
        }
        $currency = strtoupper($listing['currency'] ?? '') ?: $exchange->currency;
        if (preg_match('/^[A-Z]{3}$/D', $currency) !== 1) {
            throw Refusal::because(Words::say('is_no_currency_code_of_three_letters', currency: (string) ($listing['currency'] ?? '')));
        }
        $to = $listing['to'] ?? null;
        if ($to !== null && $to <= $listing['from']) {
            throw Refusal::because(Words::say('it_ends_on_not_after_it', day: Day::iso($to), day2: Day::iso($listing['from'])));
        }
        $reason = ($listing['reason'] ?? '') ?: null;

        return [$exchange, new DatedListing(0, $company, 0, $code, $ticker, $currency, $listing['from'], $to, true, $reason)];
    }

    private function refuseIfTaken(DatedListing $asked): void
    {
        foreach ($this->identities->withTicker($asked->ticker) as $other) {
            if ($other->exchange === $asked->exchange && $other->company !== $asked->company && $other->overlaps($asked)) {
                throw Refusal::because(
                    Words::say(
                        'belongs_to_at_that_time',
                        code: $asked->exchange,
                        ticker: $asked->ticker,
                        name: (string) $this->identities->of($other->company)?->name,
                    ),
                );
            }
        }
    }

    /** The class of shares that is meant; the main one where none is named, null where no class has the name. */
    private static function class(int $company, string $named): ?int
    {
        $classes = Security::query()->where('company_id', $company)->orderByDesc('main')->orderBy('id')->get();
        if ($named === '') {
            return (int) $classes[0]->id;
        }
        foreach ($classes as $class) {
            if (ShareClasses::isNamed($named, (string) $class->name)) {
                return (int) $class->id;
            }
        }

        return null;
    }

    /** @param  array<string, mixed>  $listing */
    private static function makeClass(ChangeLog $log, int $company, array $listing): int
    {
        $entitlement = $listing['entitlement'] ?? 1.0;

        return $log->insert('securities', [
            'company_id' => $company,
            'kind' => 'share',
            'name' => mb_substr((string) $listing['class'], 0, 120),
            'main' => 0,
            'entitlement' => $entitlement > 0
                ? $entitlement
                : throw Refusal::because(Words::say('a_share_with_the_rights_of', entitlement: $entitlement)),
        ]);
    }

    /** @param  list<DatedListing>  $own  other listings of the security */
    private static function follows(array $own, string $exchange): bool
    {
        $main = array_filter($own, static fn (DatedListing $of): bool => $of->main);

        return $main === [] || array_filter($main, static fn (DatedListing $of): bool => $of->exchange === $exchange) !== [];
    }

    /** Main listings follow one another: whether the one before has to end where a new one begins. */
    private static function mustFollow(DatedListing $other, DatedListing $asked): bool
    {
        if (! $other->main || ! $other->overlaps($asked)) {
            return false;
        }
        if ($other->from >= $asked->from || $other->to !== null) {
            throw Refusal::because(
                Words::say(
                    'the_share_has_from_as_its',
                    exchange: $other->exchange,
                    ticker: $other->ticker,
                    since: $other->from === 0 ? Words::say('the_start') : Day::iso($other->from),
                ),
            );
        }

        return true;
    }

    /** @return array{'changed', string} */
    private static function end(ChangeLog $log, DatedListing $listing, int $day): array
    {
        $log->update('listings', ['id' => $listing->id], ['to_day' => $day]);

        return ['changed', Words::say('ends_on', exchange: $listing->exchange, ticker: $listing->ticker, day: Day::iso($day))];
    }

    /**
     * @param  array{ticker: string, exchange_id: int, from_day: int}  $key
     * @param  array<string, mixed>  $values
     * @return array{'new'|'changed'|'same', string}
     */
    private static function write(ChangeLog $log, array $key, array $values, string $what): array
    {
        $known = Listing::query()->where($key)->first();
        if ($known === null) {
            $log->insert('listings', [...$key, ...$values]);

            return ['new', $what];
        }
        // A row that does not say why a listing ended takes nothing away.
        $values['ended_because'] ??= $known->ended_because;
        if ((int) $known->security_id !== $values['security_id']) {
            throw Refusal::because(Words::say('the_listing_belongs_to_another_class', ticker: $key['ticker']));
        }
        $differs = array_diff_assoc(array_map(strval(...), $values), array_map(strval(...), $known->only(array_keys($values))));
        $differs === [] || $log->update('listings', ['id' => $known->id], $values);

        return [$differs === [] ? 'same' : 'changed', $what];
    }
}
