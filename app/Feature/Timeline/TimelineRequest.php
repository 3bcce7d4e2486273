<?php

declare(strict_types=1);

namespace App\Feature\Timeline;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** Which kinds of what happened are wanted, comma separated; all without any. */
final class TimelineRequest extends DatedRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'kinds' => ['nullable', 'string'],
            'each' => ['array'],
            'each.*' => [Rule::in(Timeline::KINDS)],
        ];
    }

    protected function prepareForValidation(): void
    {
        $kinds = $this->query('kinds');
        $this->merge(['each' => is_string($kinds) && $kinds !== '' ? explode(',', $kinds) : Timeline::KINDS]);
    }

    /** @return list<string> */
    public function kinds(): array
    {
        return array_values(array_unique($this->validated('each')));
    }
}
