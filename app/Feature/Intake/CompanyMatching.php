<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\Company;
use App\Models\FormerAttribute;
use App\Models\Identifier;
use App\Storage\Identity\Identities;
use Logion\Identity\AmbiguousReference;
use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use Logion\Identity\Reference;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\Refusal;
use Logion\Reference\Wording;
use Logion\Reporting\ReportingModel;
use Logion\Time\InvalidDay;

/** Finds the company a file means by ticker, identifier or name, and the listing its prices belong to. */
final class CompanyMatching
{
    private const MOST_REMEMBERED = 2000;

    /** @var array<string, true> texts that name nobody */
    private array $unknown = [];

    /** @var array<string, list<DatedListing>>|null all that ever had a ticker, by ticker */
    private ?array $tickers = null;

    /** @var array<string, DatedListing> by folded name or former name, and by identifier */
    private array $named = [];

    /** @var array<int, list<DatedListing>> by security, main ones first */
    private array $listings = [];

    /** @var list<DatedListing>|null */
    private ?array $indices = null;

    /** @var array<int, FormerValues> by company */
    private array $formerValues = [];

    /** @var array<int, non-empty-list<DatedListing>> by security, those that follow one another */
    private array $main = [];

    /**
     * @var array<int, object{id: int, ticker: string, name: string, template: string, currency: string, trading: string, year_end: int,
     *     calendar: FiscalCalendar, fiscal_years: ?string, security: int}>
     */
    private array $read = [];

    public function __construct(private readonly Identities $identities)
    {
    }

    /**
     * @param  int|null  $day  on which the ticker counts; now by default
     *
     * @throws Refusal if several companies have the ticker
     */
    public function find(string $text, ?int $day = null): ?int
    {
        return $this->listing($text, $day)?->company;
    }

    /**
     * The listing a text names: by ticker the very one, by name or identifier a main one of the security.
     *
     * @throws Refusal if several companies have the ticker
     */
    public function listing(string $text, ?int $day = null): ?DatedListing
    {
        $this->known();
        $text = trim($text);
        if (isset($this->unknown[$text])) {
            return null;
        }
        try {
            $reference = Reference::read($text);
            $listing = $reference?->among($this->tickers[$reference->ticker] ?? [], $day ?? Identities::LATEST);
        } catch (AmbiguousReference $ambiguous) {
            throw Refusal::because(rtrim($ambiguous->getMessage(), '.'));
        } catch (InvalidDay) {
            $listing = null;
        }

        $listing ??= $this->named[strtolower($text)] ?? ($this->named[Wording::fold($text)] ?? null);
        if ($listing === null) {
            // A file may name somebody nobody knows in a million rows.
            $this->unknown = count($this->unknown) > self::MOST_REMEMBERED ? [] : $this->unknown;
            $this->unknown[$text] = true;
        }

        return $listing;
    }

    /** The listing of an index a text names by its ticker, alone or behind its exchange. It has no company: its number is 0. */
    public function index(string $text): ?DatedListing
    {
        $this->indices ??= $this->identities->indices();
        $found = array_values(
            array_filter(
                $this->indices,
                static fn (DatedListing $index): bool => in_array(
                    strtoupper(trim($text)),
                    [$index->ticker, "{$index->exchange}:{$index->ticker}"],
                    true,
                ),
            ),
        );

        return count($found) === 1 ? $found[0] : null;
    }

    /** The company a text names; null where it names none or could name several. */
    public function certain(string $text): ?int
    {
        try {
            return $text === '' ? null : $this->find($text);
        } catch (Refusal) {
            return null;
        }
    }

    /** The company an XBRL report names as its entity: an identifier after the prefix of its scheme. */
    public function entity(string $entity): ?int
    {
        return $this->certain($entity) ??
            ($this->certain(substr((string) strstr($entity, ':'), 1)) ?? $this->certain(substr((string) strrchr($entity, ':'), 1)));
    }

    /** Whether a ticker means one listing on one day and another on another, so that rows with it are looked up day by day. */
    public function dependsOnDay(string $text): bool
    {
        $this->known();
        $reference = Reference::read(trim($text));

        return count($this->tickers[$reference->ticker ?? ''] ?? []) > 1;
    }

    /** The listing a security's price of a day belongs to: where its main ones follow one another, that of the day. */
    public function listed(int $security, int $day): DatedListing
    {
        $main = $this->mainListings($security);

        return count($main) === 1
            ? $main[0]
            : DatedListing::nearest($main, $day) ?? throw new \LogicException("Security {$security} has no listing.");
    }

    /** Whether its price of every day belongs to the same listing. */
    public function hasOneMainListing(int $security): bool
    {
        return count($this->mainListings($security)) === 1;
    }

    /** @return non-empty-list<DatedListing> those that follow one another; any where none is a main one */
    private function mainListings(int $security): array
    {
        $this->known();

        return $this->main[$security] ??=
            DatedListing::mainOf($security, $this->listings[$security]) ?: $this->listings[$security];
    }

    /** A company named in a free text such as a file name: its ticker as a word of its own, or its whole name. */
    public function mentioned(string $text): ?int
    {
        $this->known();
        foreach (preg_split('/[\s,;_]+/', $text) ?: [] as $word) {
            $company = str_contains($word, ':') ? $this->certain($word) : null;
            if ($company !== null) {
                return $company;
            }
        }
        foreach (preg_split('/[^A-Za-z0-9]+/', $text) ?: [] as $word) {
            if (strlen($word) >= 3 && $word === strtoupper($word) && isset($this->tickers[$word])) {
                $company = $this->certain($word);
                if ($company !== null) {
                    return $company;
                }
            }
        }
        $folded = ' '.Wording::fold($text).' ';
        foreach ($this->named as $name => $listing) {
            $name = (string) $name;
            if (str_contains($name, ' ') && str_contains($folded, " {$name} ")) {
                return $listing->company;
            }
        }

        return null;
    }

    /**
     * @return object{id: int, ticker: string, name: string, template: string, currency: string, trading: string, year_end: int,
     *     calendar: FiscalCalendar, fiscal_years: ?string, security: int}
     */
    public function read(int $id): object
    {
        if (count($this->read) > self::MOST_REMEMBERED) {
            $this->read = [];
        }

        return $this->read[$id] ??= (function () use ($id): object {
            $identity = $this->identities->of($id) ?? throw new \LogicException("Company {$id} has no listing.");

            return (object) [
                'id' => $id,
                'ticker' => $identity->reference,
                'name' => $identity->name,
                'template' => $identity->template,
                'currency' => $identity->reportingCurrency,
                'trading' => $identity->listing()->currency,
                'year_end' => $identity->yearEndMonth,
                'calendar' => $identity->calendar(),
                'fiscal_years' => $identity->fiscalYears,
                'security' => $identity->security,
            ];
        })();
    }

    /** The currency a report of a day is made out in. */
    public function currencyOn(int $id, int $day): string
    {
        return $this->former($id)->on(FormerValues::REPORTING_CURRENCY, $this->read($id)->currency, $day);
    }

    /** @return list<string> every currency the company reports or has reported in, that of now first */
    public function currencies(int $id): array
    {
        $former = array_filter(
            $this->former($id)->former,
            static fn (array $value): bool => $value[0] === FormerValues::REPORTING_CURRENCY,
        );

        return array_values(array_unique([$this->read($id)->currency, ...array_column($former, 1)]));
    }

    /** The day from which reports are made out in the currency of now; 0 where they always were. */
    public function currencySince(int $id): int
    {
        return max([
            0,
            ...array_column(
                array_filter($this->former($id)->former, static fn (array $value): bool => $value[0] === FormerValues::REPORTING_CURRENCY),
                2,
            ),
        ]);
    }

    private function former(int $id): FormerValues
    {
        return $this->formerValues[$id] ??= $this->identities->former($id);
    }

    public function template(int $id): ReportingModel
    {
        return ReportingModel::from($this->read($id)->template);
    }

    /** Somebody made a company. */
    public function forget(): void
    {
        $this->tickers = null;
        $this->read = $this->formerValues = [];
    }

    private function known(): void
    {
        if ($this->tickers !== null) {
            return;
        }
        $this->tickers = $this->named = $this->listings = $this->main = $this->unknown = [];
        $main = [];
        foreach ($this->identities->listings() as $listing) {
            $this->tickers[$listing->ticker][] = $listing;
            $this->listings[$listing->security][] = $listing;
            $main[$listing->company] ??= $listing;
        }
        // The earlier company keeps a name that a later one has too, and names of now go before former ones.
        foreach (
            FormerAttribute::query()
                ->where('attribute', FormerValues::NAME)
                ->orderByDesc('company_id')
                ->get(['company_id', 'value']) as $row
        ) {
            isset($main[$row->company_id]) && ($this->named[Wording::fold((string) $row->value)] = $main[$row->company_id]);
        }
        foreach (Company::query()->orderByDesc('id')->pluck('name', 'id') as $id => $name) {
            isset($main[$id]) && ($this->named[Wording::fold((string) $name)] = $main[$id]);
        }
        foreach (Identifier::query()->get(['security_id', 'value']) as $row) {
            isset($this->listings[$row->security_id]) &&
                ($this->named[strtolower((string) $row->value)] = $this->listings[$row->security_id][0]);
        }
    }
}
