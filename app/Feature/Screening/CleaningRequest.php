<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use Logion\Screening\ScreenDefinition;

final class CleaningRequest extends ScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'columns' => ['required', 'array', 'min:1', 'max:'.ScreenDefinition::MAX_COLUMNS],
            'columns.*' => ['string'],
        ];
    }
}
