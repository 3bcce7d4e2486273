<?php

declare(strict_types=1);

namespace App\Feature\Installation;

use App\Models\Role;
use App\Storage\Settings;
use Illuminate\Foundation\Http\FormRequest;

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
            Settings::CURRENCY.'.regex' => 'A currency is a code of three capital letters by ISO 4217.',
            Settings::EQUITY_RISK_PREMIUM.'.between' => 'The equity risk premium is a fraction a year between 0 and 0.3: 5 % is 0.05.',
            Settings::CORPORATE_TAX_RATE.'.between' => 'The tax rate is a fraction between 0 and 0.9: 25 % is 0.25.',
        ];
    }

    /** @return array<string, string|float> */
    public function choices(): array
    {
        return array_map(static fn (mixed $value): string|float => is_string($value) ? $value : (float) $value, $this->validated());
    }
}
