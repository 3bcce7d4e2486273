<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Instrument;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class InstrumentRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $own = Rule::unique('instruments', 'code')->where('user_id', $this->user()->id);
        $instrument = $this->route('instrument');

        return [
            'code' => [
                'required',
                'string',
                'max:24',
                'regex:/^[A-Z0-9][A-Z0-9 .\/-]*$/',
                $instrument instanceof Instrument ? $own->ignore($instrument) : $own,
            ],
            'name' => ['required', 'string', 'max:200'],
            'kind' => ['required', Rule::in(Instrument::KINDS)],
            'currency' => ['required', 'regex:/^[A-Z]{3}$/'],
            'multiplier' => ['required', 'numeric', 'gt:0', 'max:1000000000'],
            'country' => ['nullable', 'regex:/^[A-Z]{2}$/'],
            'sector' => ['nullable', 'string', 'max:4', Rule::exists('companies', 'sector')],
        ];
    }

    /** @return array{code: string, name: string, kind: string, currency: string, multiplier: string, country: ?string, sector: ?string} */
    public function instrument(): array
    {
        $told = $this->validated();

        return [
            ...$told,
            'multiplier' => (string) $told['multiplier'],
            'country' => $told['country'] ?? null,
            'sector' => $told['sector'] ?? null,
        ];
    }
}
