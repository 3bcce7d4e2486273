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
        $exchanges = Exchange::query()->with('index')->withCount('listings')->orderBy('id')->get();
        $series = $this->series->all();

        return [
            'exchanges' => $exchanges
                ->map(static fn (Exchange $exchange): array => [
                    ...$exchange->only(['id', 'code', 'name', 'country', 'currency', 'index_id']),
                    'index' => $exchange->index?->name,
                    'listings' => $exchange->listings_count,
                ])
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
                static fn (string $name, array $of): array => ['name' => $name, 'label' => $of[0], 'for' => $of[1], 'unit' => $of[2]],
                array_keys(EconomySeries::KNOWN),
                EconomySeries::KNOWN,
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
            $meanwhile = $exchanges === [] ? '' : " Until then it is {$this->settings->currency()}, that of the first exchange.";
            $missing['currency'] = "No currency is chosen in which companies are compared.{$meanwhile}";
        }
        if ($exchanges === []) {
            $missing['exchange'] = 'There is no exchange yet, so no share can be listed. Make the first one.';
        }
        foreach ($exchanges as $exchange) {
            if ($exchange->index_id === null) {
                $missing["index:{$exchange->code}"] =
                    "No index is set for {$exchange->name}, so beta and what rests on it cannot be computed. Choose one.";
            }
        }
        if (! in_array('risk_free_rate', $series, true)) {
            $missing['risk_free_rate'] =
                'No ten-year government yield is known, so neither cost of equity nor a cash-flow value can be proposed. Enter it.';
        }
        $currencies = array_unique([
            ...Company::query()->distinct()->pluck('reporting_currency')->all(),
            ...Listing::query()->distinct()->pluck('currency')->all(),
        ]);
        foreach (array_diff($currencies, [$this->settings->currency()]) as $currency) {
            if (! in_array(EconomySeries::EXCHANGE_RATE.$currency, $series, true)) {
                $missing["exchange_rate:{$currency}"] =
                    "No exchange rate of {$currency} is known, so amounts in it cannot be compared with others. Enter it.";
            }
        }

        return array_map(
            static fn (string $key, string $sentence): array => ['key' => $key, 'sentence' => $sentence],
            array_keys($missing),
            $missing,
        );
    }
}
