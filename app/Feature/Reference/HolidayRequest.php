<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Time\Day;

final class HolidayRequest extends FormRequest
{
    /** Some fifteen a year for a lifetime. */
    private const MOST = 1000;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'days' => ['required', 'array', 'list', 'max:'.self::MOST],
            'days.*.day' => ['required', 'string', 'date_format:Y-m-d'],
            'days.*.name' => ['present', 'nullable', 'string', 'max:120'],
            'days.*.open' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<int, string|null> name by day; null where the exchange is open after all */
    public function days(): array
    {
        $days = [];
        foreach ($this->validated('days') as $of) {
            $days[Day::parse($of['day'])] = ($of['open'] ?? false) ? null : (string) $of['name'];
        }

        return $days;
    }
}
