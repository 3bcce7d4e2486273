<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Security;
use Illuminate\Foundation\Http\FormRequest;
use Logion\Figure\Words;
use Logion\Identity\Isin;

/** What a class of shares is known by: its international number, or another. */
final class IdentifierRequest extends FormRequest
{
    protected function prepareForValidation(): void
    {
        is_string($this->input('scheme')) && $this->merge(['scheme' => mb_strtolower(trim($this->input('scheme')))]);
        if ($this->input('scheme') === 'isin' && is_string($this->input('value'))) {
            $this->merge(['value' => strtoupper(trim($this->input('value')))]);
        }
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'security' => ['required', 'integer'],
            'scheme' => ['required', 'string', 'max:16', 'regex:/^[a-z][a-z0-9 _-]*$/D'],
            'value' => ['present', 'nullable', 'string', 'max:60', $this->check(...)],
        ];
    }

    /** The class that is meant, among those of a company. */
    public function security(int $company): int
    {
        return (int) Security::query()->where('company_id', $company)->findOrFail($this->validated('security'))->id;
    }

    private function check(string $field, mixed $value, \Closure $fail): void
    {
        if ($this->input('scheme') === 'isin' && is_string($value) && ! Isin::isValid($value)) {
            $fail(Words::say('is_no_isin_its_check_digit', isin: $value));
        }
    }
}
