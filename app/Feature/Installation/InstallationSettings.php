<?php

declare(strict_types=1);

namespace App\Feature\Installation;

use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\EconomyReader;
use App\Storage\EconomySeries;
use App\Storage\Settings;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Market\ExchangeRates;

/** The choices of an installation, changed with what depends on them. */
final readonly class InstallationSettings
{
    public function __construct(
        private ChangeLog $log,
        private Settings $settings,
        private EconomySeries $series,
        private EconomyReader $economy,
        private ColumnStore $columns,
    ) {
    }

    /**
     * @param  array<string, string|float>  $choices  by name of the setting
     *
     * @throws Refusal if exchange rates cannot be written in another currency
     */
    public function choose(?User $by, array $choices): void
    {
        $what =
            'Settings: '.
            implode(
                ', ',
                array_map(
                    static fn (string $name, string|float $value): string => str_replace('_', ' ', $name)." {$value}",
                    array_keys($choices),
                    $choices,
                ),
            );
        $this->log->record($by, $what, function (ChangeLog $log) use ($choices): void {
            if (isset($choices[Settings::CURRENCY])) {
                $this->writeRatesIn((string) $choices[Settings::CURRENCY], $log);
            }
            foreach ($choices as $name => $value) {
                $log->put('settings', ['name' => $name], ['value' => (string) $value]);
            }
            if (array_diff_key($choices, [Settings::NEW_ACCOUNTS => 0]) !== []) {
                $this->columns->forgetFrom(0);
            }
        });
        $this->settings->forget();
        $this->economy->forget();
    }

    /** Exchange rates are units of the installation's currency. */
    private function writeRatesIn(string $currency, ChangeLog $log): void
    {
        $before = $this->settings->currency();
        $rates = $this->series->exchangeRates();
        if ($rates === [] || $currency === $before) {
            return;
        }
        if (! isset($rates[$currency])) {
            throw Refusal::because(
                Words::say(
                    'exchange_rates_are_kept_as_units',
                    before: $before,
                    currency: $currency,
                    currency2: $currency,
                    currency3: $currency,
                ),
            );
        }
        foreach ($rates as $of => $series) {
            foreach ($series['days'] as $day) {
                $log->delete('economy_series', ['name' => EconomySeries::EXCHANGE_RATE.$of, 'day' => $day]);
            }
        }
        foreach (ExchangeRates::against($currency, $before, $rates) as $of => $series) {
            foreach ($series['days'] as $i => $day) {
                $log->insert('economy_series', [
                    'name' => EconomySeries::EXCHANGE_RATE.$of,
                    'day' => $day,
                    'value' => $series['values'][$i],
                ]);
            }
        }
    }
}
