<?php

declare(strict_types=1);

namespace App\Feature\Screening;

/** A part of what a screen leaves. */
class PagedScreenRequest extends ScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'offset' => ['integer', 'min:0'],
            'limit' => ['integer', 'min:1', 'max:1000'],
        ];
    }

    public function offset(): int
    {
        return (int) $this->validated('offset', 0);
    }

    public function limit(int $usual): int
    {
        return (int) $this->validated('limit', $usual);
    }
}
