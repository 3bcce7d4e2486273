<?php

declare(strict_types=1);

namespace App\Feature\Installation;

use App\Models\Role;
use App\Storage\Settings;
use Illuminate\Foundation\Http\FormRequest;
use Logion\Figure\Words;

final class SettingsRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            Settings::CURRENCY => ['string', 'regex:/^[A-Z]{3}$/D'],
            Settings::EQUITY_RISK_PREMIUM => ['numeric', 'between:0,0.3'],
            Settings::CORPORATE_TAX_RATE => ['numeric', 'between:0,0.9'],
            Settings::NEW_ACCOUNTS => ['in:'.implode(',', [Settings::CLOSED, Role::Reader->value, Role::Editor->value])],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            Settings::CURRENCY.'.regex' => Words::say('a_currency_is_a_code_of_three'),
            Settings::EQUITY_RISK_PREMIUM.'.between' => Words::say('the_equity_risk_premium_is_a'),
            Settings::CORPORATE_TAX_RATE.'.between' => Words::say('the_tax_rate_is_a_fraction'),
        ];
    }

    /** @return array<string, string|float> */
    public function choices(): array
    {
        return array_map(static fn (mixed $value): string|float => is_string($value) ? $value : (float) $value, $this->validated());
    }
}
