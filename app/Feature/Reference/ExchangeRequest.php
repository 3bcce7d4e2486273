<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;

final class ExchangeRequest extends FormRequest
{
    protected function prepareForValidation(): void
    {
        foreach (['code', 'country', 'currency'] as $field) {
            is_string($this->input($field)) && $this->merge([$field => strtoupper(trim($this->input($field)))]);
        }
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $must = $this->isMethod('post') ? 'required' : 'sometimes';

        return [
            'code' => [$must, 'string', 'regex:/^[A-Z0-9]{2,8}$/D'],
            'name' => [$must, 'string', 'min:2', 'max:120'],
            'country' => [$must, 'string', 'regex:/^[A-Z]{2}$/D'],
            'currency' => [$must, 'string', 'regex:/^[A-Z]{3}$/D'],
            'index_id' => ['sometimes', 'nullable', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'code.regex' => 'The code of an exchange has two to eight letters or digits.',
            'country.regex' => 'A country is a code of two letters by ISO 3166.',
            'currency.regex' => 'A currency is a code of three letters by ISO 4217.',
        ];
    }
}
