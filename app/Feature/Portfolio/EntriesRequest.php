<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use Illuminate\Foundation\Http\FormRequest;

/** Which transactions are wanted, the latest first. */
final class EntriesRequest extends FormRequest
{
    private const USUAL = 200;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'offset' => ['integer', 'min:0', 'max:10000000'],
            'limit' => ['integer', 'min:1', 'max:1000'],
            'security' => ['nullable', 'string', 'max:40'],
        ];
    }

    public function offset(): int
    {
        return (int) $this->validated('offset', 0);
    }

    public function limit(): int
    {
        return (int) $this->validated('limit', self::USUAL);
    }

    public function security(): ?string
    {
        return $this->validated('security');
    }
}
