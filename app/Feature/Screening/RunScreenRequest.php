<?php

declare(strict_types=1);

namespace App\Feature\Screening;

final class RunScreenRequest extends PagedScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'shaded' => ['boolean'],
        ];
    }
}
