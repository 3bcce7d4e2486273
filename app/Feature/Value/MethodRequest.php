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
            'rules' => ['nullable', 'array', 'max:60'],
            'rules.*' => ['array'],
            'forced' => ['nullable', 'boolean'],
            'ranges' => ['nullable', 'array', 'max:60'],
            'ranges.*' => ['array', 'list', 'size:2'],
            'ranges.*.*' => ['numeric'],
        ];
    }

    /** @return array<string, array<string, mixed>> how inputs go through the years, by input */
    public function drivers(): array
    {
        return $this->validated('rules') ?? [];
    }

    /** @return array<string, array{float, float}> between which inputs are moved, by input */
    public function ranges(): array
    {
        return array_map(static fn (array $of): array => [(float) $of[0], (float) $of[1]], $this->validated('ranges') ?? []);
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
