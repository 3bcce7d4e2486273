<?php

declare(strict_types=1);

namespace App\Feature\Downturn;

use Closure;
use Illuminate\Contracts\Validation\Validator;
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
            'start' => ['required', 'string', 'date_format:Y-m-d', 'after:1900-01-01'],
            'end' => ['required', 'string', 'date_format:Y-m-d'],
        ];
    }

    /** @return list<Closure> days are compared once both are some */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($validator->errors()->isEmpty() && $this->input('end') <= $this->input('start')) {
                    $validator->errors()->add('end', __('validation.after', ['attribute' => 'end', 'date' => 'start']));
                }
            },
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
