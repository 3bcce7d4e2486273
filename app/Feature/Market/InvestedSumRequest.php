<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Http\DatedRequest;

/** A sum, and the day on which it was put into the share. */
final class InvestedSumRequest extends DatedRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'amount' => ['nullable', 'numeric', 'gt:0', 'max:1e12'], 'from' => ['nullable', 'date_format:Y-m-d']];
    }
}
