<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use Illuminate\Foundation\Http\FormRequest;

final class FigureHistoryRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'line' => ['required', 'string'],
            'period' => ['required', 'integer'],
        ];
    }
}
