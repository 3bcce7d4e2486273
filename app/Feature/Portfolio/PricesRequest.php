<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Time\Day;

/** Prices of days. */
final class PricesRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'prices' => ['required', 'array', 'min:1', 'max:20000'],
            'prices.*.day' => ['required', 'date_format:Y-m-d'],
            'prices.*.price' => ['nullable', 'numeric', 'min:0', 'max:1000000000000'],
        ];
    }

    /** @return array<int, float|null> by day */
    public function prices(): array
    {
        $prices = [];
        foreach ($this->validated('prices') as $of) {
            $prices[Day::parse($of['day'])] = isset($of['price']) ? (float) $of['price'] : null;
        }

        return $prices;
    }
}
