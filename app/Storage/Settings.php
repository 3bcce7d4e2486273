<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Exchange;
use App\Models\Role;
use App\Models\Setting;

/** What an installation has chosen; where it has not yet, what is taken meanwhile. Read once a process or request. */
final class Settings
{
    public const CURRENCY = 'currency';

    public const EQUITY_RISK_PREMIUM = 'equity_risk_premium';

    public const CORPORATE_TAX_RATE = 'corporate_tax_rate';

    public const NEW_ACCOUNTS = 'new_accounts';

    public const ALL = [self::CURRENCY, self::EQUITY_RISK_PREMIUM, self::CORPORATE_TAX_RATE, self::NEW_ACCOUNTS];

    /** Nobody can make an account without an invitation. */
    public const CLOSED = 'closed';

    /** ISO 4217: a transaction without a currency. */
    private const NO_CURRENCY = 'XXX';

    /** @var array<string, string>|null */
    private ?array $values = null;

    /** Whether a choice was made, so that it need not be asked for. */
    public function isChosen(string $name): bool
    {
        return isset($this->values()[$name]);
    }

    /** Currency in which amounts of different companies are compared; that of the first exchange until one is chosen. */
    public function currency(): string
    {
        return $this->values()[self::CURRENCY] ?? (Exchange::query()->orderBy('id')->value('currency') ?? self::NO_CURRENCY);
    }

    /** The same, null where neither a currency was chosen nor an exchange has one. */
    public function knownCurrency(): ?string
    {
        return $this->currency() === self::NO_CURRENCY ? null : $this->currency();
    }

    /** A year. */
    public function equityRiskPremium(): float
    {
        return (float) ($this->values()[self::EQUITY_RISK_PREMIUM] ?? config('logion.equity_risk_premium'));
    }

    public function corporateTaxRate(): float
    {
        return (float) ($this->values()[self::CORPORATE_TAX_RATE] ?? config('logion.corporate_tax_rate'));
    }

    /** The role of whoever makes an account without an invitation; null where nobody may. */
    public function roleOfNewAccounts(): ?Role
    {
        return Role::tryFrom($this->values()[self::NEW_ACCOUNTS] ?? self::CLOSED);
    }

    /** They were changed. */
    public function forget(): void
    {
        $this->values = null;
    }

    /** @return array<string, string> */
    private function values(): array
    {
        return $this->values ??= Setting::query()->pluck('value', 'name')->all();
    }
}
