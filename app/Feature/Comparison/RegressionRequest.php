<?php

declare(strict_types=1);

namespace App\Feature\Comparison;

use App\Feature\Screening\ScreenRequest;

final class RegressionRequest extends ScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'regression' => ['required', 'array'],
        ];
    }
}
