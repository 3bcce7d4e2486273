<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Time\Day;

final class SeriesRequest extends FormRequest
{
    /** Monthly points of eight centuries, daily ones of forty years. */
    private const MOST = 10000;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'points' => ['required', 'array', 'list', 'max:'.self::MOST],
            'points.*.day' => ['required', 'string', 'date_format:Y-m-d'],
            'points.*.value' => ['present', 'nullable', 'numeric'],
        ];
    }

    /** @return array<int, float|null> by day; null takes a point out */
    public function points(): array
    {
        $points = [];
        foreach ($this->validated('points') as ['day' => $day, 'value' => $value]) {
            $points[Day::parse($day)] = $value === null ? null : (float) $value;
        }

        return $points;
    }
}
