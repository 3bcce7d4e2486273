<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use Illuminate\Foundation\Http\FormRequest;
use Logion\Figure\Words;

final class IndexRequest extends FormRequest
{
    protected function prepareForValidation(): void
    {
        is_string($this->input('ticker')) && $this->merge(['ticker' => strtoupper(trim($this->input('ticker')))]);
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $made = $this->isMethod('post') ? 'required' : 'prohibited';

        return [
            'exchange' => [$made, 'string', 'exists:exchanges,code'],
            'ticker' => [$made, 'string', 'regex:/^[A-Z0-9.\-]{1,12}$/D'],
            'name' => ['required', 'string', 'min:2', 'max:120'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['exchange.exists' => Words::say('there_is_no_such_exchange_make')];
    }

    public function exchange(): Exchange
    {
        return Exchange::query()->where('code', $this->validated('exchange'))->firstOrFail();
    }
}
