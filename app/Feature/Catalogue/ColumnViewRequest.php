<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Screening\ScreenDefinition;

final class ColumnViewRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'columns' => ['required', 'array', 'min:1', 'max:'.ScreenDefinition::MAX_COLUMNS],
            'columns.*' => ['string'],
        ];
    }
}
