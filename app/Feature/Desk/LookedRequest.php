<?php

declare(strict_types=1);

namespace App\Feature\Desk;

use App\Http\DatedRequest;
use Logion\Time\Day;

/** Up to which day a company, or all, was looked at, or until when nothing of it is to be heard. */
final class LookedRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'ticker' => ['nullable', 'string', 'max:40'],
            'through' => ['sometimes', 'nullable', 'date_format:Y-m-d'],
            'snoozed_until' => ['sometimes', 'nullable', 'date_format:Y-m-d', 'prohibited_if:ticker,null'],
        ];
    }

    /** @return array<string, int|null> */
    public function days(): array
    {
        return array_map(
            static fn (?string $of): ?int => $of === null ? null : Day::parse($of),
            array_intersect_key($this->validated(), ['through' => 1, 'snoozed_until' => 1]),
        );
    }
}
