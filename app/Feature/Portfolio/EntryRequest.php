<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use Illuminate\Foundation\Http\FormRequest;

/** A transaction as it was typed; whether it holds together is said by {@see EntryRows}. */
final class EntryRequest extends FormRequest
{
    private const TEXTS = [
        'day',
        'settled_on',
        'type',
        'security',
        'new_security',
        'currency',
        'to_currency',
        'quantity',
        'price',
        'amount',
        'fee',
        'tax',
        'cost',
        'ratio',
        'cost_share',
        'to_amount',
        'acquired',
    ];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...array_fill_keys(self::TEXTS, ['nullable', 'string', 'max:64']),
            'note' => ['nullable', 'string', 'max:2000'],
            'lots' => ['nullable', 'array', 'max:1000'],
            'lots.*' => ['integer'],
        ];
    }
}
