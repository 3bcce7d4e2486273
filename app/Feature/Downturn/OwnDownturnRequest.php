<?php

declare(strict_types=1);

namespace App\Feature\Downturn;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Time\Day;

/** A time with a name: its first and its last day. */
final class OwnDownturnRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
            'start' => ['required', 'date_format:Y-m-d', 'after:1900-01-01'],
            'end' => ['required', 'date_format:Y-m-d', 'after:start'],
        ];
    }

    /** @return array{name: string, start_day: int, end_day: int} */
    public function period(): array
    {
        return [
            'name' => $this->validated('name'),
            'start_day' => Day::parse($this->validated('start')),
            'end_day' => Day::parse($this->validated('end')),
        ];
    }
}
