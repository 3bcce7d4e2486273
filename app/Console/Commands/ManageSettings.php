<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Installation\InstallationSettings;
use App\Storage\Settings;
use Illuminate\Console\Command;

final class ManageSettings extends Command
{
    use ChangesInstallation;

    protected $signature = 'logion:setting
        {name? : currency, equity_risk_premium, corporate_tax_rate or new_accounts; none lists all}
        {value? : what to choose}
        {--user= : e-mail of the author}
        {--format=table : table, json or csv}';

    protected $description = 'List what the installation has chosen, or choose something';

    public function handle(InstallationSettings $choices, Settings $settings): int
    {
        return $this->guarded(function () use ($choices, $settings): int {
            $name = $this->argument('name');
            if (is_string($name)) {
                if (! in_array($name, Settings::ALL, true)) {
                    throw new \InvalidArgumentException("There is no setting {$name}; there are ".implode(', ', Settings::ALL).'.');
                }
                $value = $this->must('value', 'the value');
                $isRate = in_array($name, [Settings::EQUITY_RISK_PREMIUM, Settings::CORPORATE_TAX_RATE], true);
                $valid = match ($name) {
                    Settings::CURRENCY => preg_match('/^[A-Z]{3}$/D', $value) === 1,
                    Settings::NEW_ACCOUNTS => in_array($value, ['closed', 'reader', 'editor'], true),
                    default => is_numeric(rtrim($value, '%')),
                };
                if (! $valid) {
                    throw new \InvalidArgumentException(
                        "\"{$value}\" cannot be chosen as {$name}: ".
                            match ($name) {
                                Settings::CURRENCY => 'a currency is a code of three letters by ISO 4217.',
                                Settings::NEW_ACCOUNTS => 'it is closed, reader or editor.',
                                default => 'it is a number such as 5%.',
                            },
                    );
                }
                $choices->choose($this->author(), [
                    $name => $isRate ? (float) rtrim($value, '%') / (str_ends_with($value, '%') ? 100 : 1) : $value,
                ]);
            }
            $values = [
                Settings::CURRENCY => $settings->currency(),
                Settings::EQUITY_RISK_PREMIUM => $settings->equityRiskPremium(),
                Settings::CORPORATE_TAX_RATE => $settings->corporateTaxRate(),
                Settings::NEW_ACCOUNTS => $settings->roleOfNewAccounts()->value ?? Settings::CLOSED,
            ];
            $this->print(
                $values,
                ['setting', 'value', 'chosen'],
                array_map(
                    static fn (string $key): array => [$key, $values[$key], $settings->isChosen($key) ? 'yes' : 'no'],
                    array_keys($values),
                ),
            );

            return self::SUCCESS;
        });
    }
}
