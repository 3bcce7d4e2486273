<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Http\DatedRequest;

/** A method with some inputs set otherwise, and whether it is used though it does not fit. */
class MethodRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'figures' => ['nullable', 'array', 'max:60'],
            'figures.*' => ['numeric'],
            'forced' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, float> by input */
    public function figures(): array
    {
        $figures = [];
        foreach ($this->validated('figures') ?? [] as $name => $value) {
            $figures[(string) $name] = (float) $value;
        }

        return $figures;
    }

    public function isForced(): bool
    {
        return (bool) ($this->validated('forced') ?? false);
    }
}
