<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Figure\Words;

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
            'code.regex' => Words::say('the_code_of_an_exchange_has'),
            'country.regex' => Words::say('a_country_is_a_code_of'),
            'currency.regex' => Words::say('a_currency_is_a_code_of'),
        ];
    }
}
