<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Time\Day;

/** How far the simulated exchange shall go on: so many trading days, up to a day, or to the next report. */
final class AdvanceRequest extends FormRequest
{
    private const MOST_DAYS = 520;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'days' => ['nullable', 'integer', 'min:1', 'max:'.self::MOST_DAYS],
            'to' => ['nullable', 'date_format:Y-m-d', 'prohibits:days'],
            'next_event' => ['nullable', 'boolean', 'prohibits:days,to'],
        ];
    }

    /** @return array{days: int, to: int|null, next_event: bool} */
    public function wish(): array
    {
        $to = $this->validated('to');

        return [
            'days' => (int) ($this->validated('days') ?? 1),
            'to' => $to === null ? null : Day::parse((string) $to),
            'next_event' => (bool) $this->validated('next_event'),
        ];
    }
}
