<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use App\Models\Exchange;
use App\Models\Identifier;
use App\Models\Security;
use App\Storage\Identity\Identities;
use Logion\Figure\Words;
use Logion\Identity\DatedListing;
use Logion\Identity\Isin;
use Logion\Intake\Refusal;
use Logion\Reporting\ShareClasses;
use Logion\Time\Day;

/** Where a company's shares are listed, from when to when, with classes of shares and identifiers as the file gives them. */
final class ListingRecords extends RecordsByCompany
{
    private readonly RowWriter $listings;

    private readonly RowWriter $identifiers;

    /** @var array<string, Exchange>|null by code */
    private ?array $exchanges = null;

    private readonly Identities $identities;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->listings = new RowWriter($pass, 'listings', 'security_id', ['ticker', 'exchange_id', 'from_day'], inPreview: true);
        $this->identifiers = new RowWriter($pass, 'identifiers', 'security_id', ['scheme'], inPreview: true);
        $this->identities = new Identities();
    }

    protected function take(int $owner, array $records): void
    {
        // In the order of time, so that a new ticker ends the one before.
        usort($records, static fn (array $a, array $b): int => $a['from'] <=> $b['from'] ?: $a['row'] <=> $b['row']);
        foreach ($records as $record) {
            try {
                $this->listing($owner, $record);
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$record['row']}", $refusal->getMessage());
            }
        }
    }

    protected function taken(): void
    {
        $this->pass->companies->forget();
    }

    /** @param  array<string, mixed>  $record */
    private function listing(int $company, array $record): void
    {
        $code = strtoupper($record['exchange']);
        $exchange = $this->exchange($code);
        $ticker = strtoupper($record['ticker']);
        if (preg_match('/^[A-Z0-9.\-]{1,12}$/D', $ticker) !== 1) {
            throw Refusal::because(Words::say('is_no_ticker_up_to_twelve', ticker: $record['ticker']));
        }
        $currency = strtoupper($record['currency'] ?? '') ?: $exchange->currency;
        if (preg_match('/^[A-Z]{3}$/D', $currency) !== 1) {
            throw Refusal::because(Words::say('is_no_currency_code_of_three_letters', currency: $record['currency']));
        }
        $to = $record['to'] ?? null;
        if ($to !== null && $to <= $record['from']) {
            throw Refusal::because(Words::say('it_ends_on_not_after_it', day: Day::iso($to), day2: Day::iso($record['from'])));
        }
        foreach ($this->identities->withTicker($ticker) as $other) {
            $asked = new DatedListing(0, $company, 0, $code, $ticker, $currency, $record['from'], $to);
            if ($other->exchange === $code && $other->company !== $company && $other->overlaps($asked)) {
                throw Refusal::because(
                    Words::say(
                        'belongs_to_at_that_time',
                        code: $code,
                        ticker: $ticker,
                        name: $this->pass->companies->read($other->company)->name,
                    ),
                );
            }
        }
        $security = self::security($company, $record['class'] ?? '');
        $own = array_values(
            array_filter(
                $security === null ? [] : $this->identities->ofSecurity($security),
                static fn (DatedListing $of): bool => [$of->exchange, $of->ticker, $of->from] !== [$code, $ticker, $record['from']],
            ),
        );
        $main = $this->isMain($record, $own, $code);
        if (! $main && array_filter($own, static fn (DatedListing $of): bool => $of->main) === []) {
            throw Refusal::because(Words::say('the_share_would_have_no_main'));
        }
        $security ??= $this->makeClass($company, $record);
        foreach ($main ? $own : [] as $other) {
            $this->follow($company, $other, $record['from'], $to, $record['row']);
        }
        $this->listings->add(
            $company,
            [
                'ticker' => $ticker,
                'exchange_id' => $exchange->id,
                'from_day' => $record['from'],
                'currency' => $currency,
                'to_day' => $to,
                'ended_because' => $record['reason'] ?? null,
                'main' => (int) $main,
            ],
            0,
            Words::say('from', code: $code, ticker: $ticker, day: Day::iso($record['from'])),
            null,
            $record['row'],
            $security,
        );
        $this->identify($company, $security, $record);
    }

    private function exchange(string $code): Exchange
    {
        $this->exchanges ??= Exchange::query()->get()->keyBy('code')->all();

        return $this->exchanges[$code] ??
            throw Refusal::because(
                Words::say('no_exchange_has_the_code_the', code: $code, exchanges: implode(', ', array_keys($this->exchanges))),
            );
    }

    /** The class of shares a row is about; the main one where it names none, null where no class has the name. */
    private static function security(int $company, string $named): ?int
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

    /** @param  array<string, mixed>  $record */
    private function makeClass(int $company, array $record): int
    {
        $entitlement = $record['entitlement'] ?? 1.0;

        // A preview is taken back as a whole, so what it makes stays for nobody.
        return Security::query()->create([
            'company_id' => $company,
            'kind' => 'share',
            'name' => mb_substr($record['class'], 0, 120),
            'main' => false,
            'entitlement' => $entitlement > 0
                    ? $entitlement
                    : throw Refusal::because(Words::say('a_share_with_the_rights_of', entitlement: $entitlement)),
            'import_id' => $this->pass->importId,
        ])->id;
    }

    /**
     * Whether the listing's prices stand for the security: as the file says; else the first, or one that follows on its exchange.
     *
     * @param  array<string, mixed>  $record
     * @param  list<DatedListing>  $own  other listings of the security
     */
    private function isMain(array $record, array $own, string $exchange): bool
    {
        $said = strtolower($record['main'] ?? '');
        if ($said !== '') {
            return match (true) {
                in_array($said, ['yes', 'y', 'true', '1', 'main', 'primary', 'x'], true) => true,
                in_array($said, ['no', 'n', 'false', '0', 'secondary'], true) => false,
                default => throw Refusal::because(Words::say('is_neither_yes_nor_no', main: $record['main'])),
            };
        }
        $main = array_filter($own, static fn (DatedListing $of): bool => $of->main);

        return $main === [] || array_filter($main, static fn (DatedListing $of): bool => $of->exchange === $exchange) !== [];
    }

    /** Main listings follow one another: the one before ends where a new one begins. */
    private function follow(int $company, DatedListing $other, int $from, ?int $to, int $row): void
    {
        if (! $other->main || ! $other->overlaps(new DatedListing(0, $company, $other->security, '', '', '', $from, $to))) {
            return;
        }
        if ($other->from >= $from || $other->to !== null) {
            throw Refusal::because(
                Words::say(
                    'the_share_has_from_as_its',
                    exchange: $other->exchange,
                    ticker: $other->ticker,
                    since: $other->from === 0 ? Words::say('the_start') : Day::iso($other->from),
                ),
            );
        }
        $this->listings->add(
            $company,
            [
                'ticker' => $other->ticker,
                'exchange_id' => $this->exchange($other->exchange)->id,
                'from_day' => $other->from,
                'currency' => $other->currency,
                'to_day' => $from,
                'ended_because' => $other->endedBecause,
                'main' => 1,
            ],
            0,
            Words::say('ends_on', exchange: $other->exchange, ticker: $other->ticker, day: Day::iso($from)),
            null,
            $row,
            $other->security,
        );
    }

    /** @param  array<string, mixed>  $record */
    private function identify(int $company, int $security, array $record): void
    {
        $identifiers = [
            'isin' => strtoupper($record['isin'] ?? ''),
            mb_strtolower(mb_substr($record['scheme'] ?? '', 0, 16)) ?: 'other' => $record['identifier'] ?? '',
        ];
        foreach (array_filter($identifiers, static fn (string $value): bool => $value !== '') as $scheme => $value) {
            $taken = Identifier::query()->where('scheme', $scheme)->where('value', $value)->value('security_id');
            if ($taken !== null && (int) $taken !== $security) {
                throw Refusal::because(Words::say('is_kept_for_another_security', scheme: strtoupper($scheme), value: $value));
            }
            if ($scheme === 'isin' && ! Isin::isValid($value)) {
                $this->pass->outcome->warn(Words::say('does_not_have_the_check_digit', value: $value));
            }
            $this->identifiers->add(
                $company,
                ['scheme' => $scheme, 'value' => mb_substr($value, 0, 60)],
                0,
                strtoupper($scheme)." {$value}",
                null,
                $record['row'],
                $security,
            );
        }
    }
}
