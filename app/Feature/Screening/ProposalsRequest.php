<?php

declare(strict_types=1);

namespace App\Feature\Screening;

final class ProposalsRequest extends ScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'wished' => ['required', 'integer', 'min:1', 'max:100000'],
        ];
    }
}
