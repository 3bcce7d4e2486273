<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Http\DatedRequest;
use Logion\Time\Day;

/** The day a period begins after; the first transaction if none is named. */
final class SinceRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'from' => ['nullable', 'date_format:Y-m-d']];
    }

    public function from(): ?int
    {
        $from = $this->validated('from');

        return $from === null ? null : Day::parse($from);
    }
}
