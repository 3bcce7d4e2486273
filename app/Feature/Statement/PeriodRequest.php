<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Http\DatedRequest;

/** A request that may name a fiscal period. */
final class PeriodRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'period' => ['nullable', 'integer'],
        ];
    }

    public function period(): ?int
    {
        $period = $this->validated('period');

        return $period === null ? null : (int) $period;
    }
}
