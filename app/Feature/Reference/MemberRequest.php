<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Time\Day;

/** A membership of an index: whose, from when, and until when where it has ended. */
final class MemberRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'ticker' => ['required', 'string', 'max:40'],
            'from' => ['required', 'string', 'date_format:Y-m-d'],
            'to' => ['sometimes', 'nullable', 'string', 'date_format:Y-m-d'],
        ];
    }

    public function from(): int
    {
        return Day::parse($this->validated('from'));
    }

    public function to(): ?int
    {
        return ($to = $this->validated('to')) === null ? null : Day::parse($to);
    }
}
