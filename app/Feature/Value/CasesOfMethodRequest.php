<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Http\DatedRequest;
use Logion\ValueMethod\ValueCases;

/**
 * Cases of a method with their probabilities.
 *
 * @phpstan-import-type ValueCase from ValueCases
 */
final class CasesOfMethodRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            ...self::ofCases(),
            'cases' => ['required', 'array', 'list', 'max:'.ValueCases::MOST],
            'forced' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, list<mixed>> */
    public static function ofCases(): array
    {
        return [
            'cases' => ['nullable', 'array', 'list', 'max:'.ValueCases::MOST],
            'cases.*.name' => ['required', 'string', 'max:60'],
            'cases.*.probability' => ['required', 'numeric', 'min:0', 'max:1'],
            'cases.*.figures' => ['nullable', 'array', 'max:60'],
            'cases.*.figures.*' => ['numeric'],
            'cases.*.rules' => ['nullable', 'array', 'max:60'],
            'cases.*.rules.*' => ['array'],
        ];
    }

    /**
     * @param  array<array-key, array<string, mixed>>  $told
     * @return list<ValueCase>
     */
    public static function read(array $told): array
    {
        return array_map(
            static fn (array $of): array => [
                'name' => (string) $of['name'],
                'probability' => (float) $of['probability'],
                'figures' => array_map(floatval(...), $of['figures'] ?? []),
                'rules' => $of['rules'] ?? [],
            ],
            array_values($told),
        );
    }

    /** @return list<ValueCase> */
    public function cases(): array
    {
        return self::read($this->validated('cases'));
    }

    public function isForced(): bool
    {
        return (bool) ($this->validated('forced') ?? false);
    }
}
