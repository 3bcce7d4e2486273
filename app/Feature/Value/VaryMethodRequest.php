<?php

declare(strict_types=1);

namespace App\Feature\Value;

/** The two inputs of a grid. */
final class VaryMethodRequest extends MethodRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'row' => ['required', 'string', 'max:60'],
            'column' => ['required', 'string', 'max:60', 'different:row'],
        ];
    }
}
