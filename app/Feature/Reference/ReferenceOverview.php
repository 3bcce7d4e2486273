<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Bar;
use App\Models\Company;
use App\Models\Exchange;
use App\Models\IndexMember;
use App\Models\Listing;
use App\Models\Security;
use App\Storage\EconomySeries;
use App\Storage\Settings;
use Logion\Figure\Words;
use Logion\Time\Day;

/** Exchanges, indices and series as they are, and what is missing, with what it is for and where to choose it. */
final readonly class ReferenceOverview
{
    public function __construct(private Settings $settings, private EconomySeries $series)
    {
    }

    /** @return array<string, mixed> */
    public function all(): array
    {
        $exchanges = Exchange::query()->with('index')->withCount(['listings', 'holidays'])->orderBy('id')->get();
        $series = $this->series->all();

        return [
            'exchanges' => $exchanges
                ->map(
                    static fn (Exchange $exchange): array => [
                        ...$exchange->only(['id', 'code', 'name', 'country', 'currency', 'index_id']),
                        'index' => $exchange->index?->name,
                        'listings' => $exchange->listings_count,
                        'holidays' => $exchange->holidays_count,
                    ],
                )
                ->all(),
            'indices' => Security::query()
                ->where('kind', 'index')
                ->has('listings')
                ->with('listings.exchange')
                ->orderBy('id')
                ->get()
                ->map($this->index(...))
                ->all(),
            'series' => array_map(
                static fn (array $of): array => [
                    ...$of,
                    'label' => EconomySeries::label($of['name']),
                    'first' => Day::iso($of['first']),
                    'last' => Day::iso($of['last']),
                ],
                $series,
            ),
            'known_series' => array_map(
                static fn (string $name): array => [
                    'name' => $name,
                    'label' => EconomySeries::label($name),
                    'for' => EconomySeries::use($name),
                    'unit' => EconomySeries::KNOWN[$name][2],
                ],
                array_keys(EconomySeries::KNOWN),
            ),
            'companies' => Company::query()->count(),
            'missing' => $this->missing($exchanges->all(), array_column($series, 'name')),
        ];
    }

    /** @return array<string, mixed> */
    private function index(Security $index): array
    {
        $listing = $index->listings[0];
        $levels = Bar::query()->where('listing_id', $listing->id);

        return [
            'id' => $index->id,
            'ticker' => $listing->ticker,
            'name' => $index->name,
            'exchange' => $listing->exchange->code,
            'levels' => (clone $levels)->count(),
            'first' => ($first = (clone $levels)->min('day')) === null ? null : Day::iso((int) $first),
            'last' => ($last = $levels->max('day')) === null ? null : Day::iso((int) $last),
            'members' => IndexMember::query()->where('index_id', $index->id)->distinct()->count('company_id'),
        ];
    }

    /**
     * @param  array<Exchange>  $exchanges
     * @param  list<string>  $series
     * @return list<array{key: string, sentence: string}>
     */
    private function missing(array $exchanges, array $series): array
    {
        $missing = [];
        if (! $this->settings->isChosen(Settings::CURRENCY)) {
            $meanwhile = $exchanges === [] ? '' : Words::say('until_then_it_is_that_of', currency: $this->settings->currency());
            $missing['currency'] = Words::say('no_currency_is_chosen_in_which', meanwhile: $meanwhile);
        }
        if ($exchanges === []) {
            $missing['exchange'] = Words::say('there_is_no_exchange_yet_so');
        }
        foreach ($exchanges as $exchange) {
            if ($exchange->index_id === null) {
                $missing["index:{$exchange->code}"] = Words::say('no_index_is_set_for_so', name: $exchange->name);
            }
        }
        if (! in_array('risk_free_rate', $series, true)) {
            $missing['risk_free_rate'] = Words::say('no_ten_year_government_yield_is');
        }
        $currencies = array_unique([
            ...Company::query()->distinct()->pluck('reporting_currency')->all(),
            ...Listing::query()->distinct()->pluck('currency')->all(),
        ]);
        foreach (array_diff($currencies, [$this->settings->currency()]) as $currency) {
            if (! in_array(EconomySeries::EXCHANGE_RATE.$currency, $series, true)) {
                $missing["exchange_rate:{$currency}"] = Words::say('no_exchange_rate_of_is_known_so', currency: $currency);
            }
        }

        return array_map(
            static fn (string $key, string $sentence): array => ['key' => $key, 'sentence' => $sentence],
            array_keys($missing),
            $missing,
        );
    }
}
