<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** How revenue arises: segments of companies by drivers, and what is asked of them. */
final class DriverModelRequest extends DatedRequest
{
    private const MOST_YEARS = 10;

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'name' => ['nullable', 'string', 'max:80'],
            'years' => ['required', 'integer', 'min:1', 'max:'.self::MOST_YEARS],
            'companies' => ['required', 'array', 'min:1', 'max:6'],
            'companies.*.ticker' => ['required', 'string', 'max:40', 'distinct'],
            'companies.*.segments' => ['required', 'array', 'min:1', 'max:12'],
            'companies.*.segments.*.name' => ['required', 'string', 'max:80', 'not_regex:~/~'],
            'companies.*.segments.*.in_market' => ['boolean'],
            'companies.*.segments.*.method' => ['required', Rule::in(array_keys(DriverDefinition::METHODS))],
            'companies.*.segments.*.drivers' => ['required', 'array', 'max:3'],
            'companies.*.segments.*.drivers.*' => ['array:rule,start,value,to,years,values,of'],
            'companies.*.segments.*.drivers.*.rule' => ['required', Rule::in(DriverDefinition::RULES)],
            'companies.*.segments.*.drivers.*.start' => ['nullable', 'numeric'],
            'companies.*.segments.*.drivers.*.value' => ['nullable', 'numeric'],
            'companies.*.segments.*.drivers.*.to' => ['nullable', 'numeric'],
            'companies.*.segments.*.drivers.*.years' => ['nullable', 'integer', 'min:1', 'max:'.self::MOST_YEARS],
            'companies.*.segments.*.drivers.*.values' => ['nullable', 'array', 'max:'.self::MOST_YEARS],
            'companies.*.segments.*.drivers.*.values.*' => ['nullable', 'numeric'],
            'companies.*.segments.*.drivers.*.of' => ['nullable', 'string', 'max:240'],
            'companies.*.segments.*.past' => ['nullable', 'array', 'max:20'],
            'companies.*.segments.*.past.*' => ['array:year,units,price'],
            'companies.*.segments.*.past.*.year' => ['required', 'integer', 'min:1900', 'max:2200'],
            'companies.*.segments.*.past.*.units' => ['nullable', 'numeric'],
            'companies.*.segments.*.past.*.price' => ['nullable', 'numeric'],
            'points' => ['nullable', 'array', 'max:9'],
            'points.*' => ['numeric', 'min:-50', 'max:50'],
        ];
    }

    public function definition(): DriverDefinition
    {
        return new DriverDefinition(
            (int) $this->validated('years'),
            array_map(
                static fn (array $company): array => [
                    'ticker' => $company['ticker'],
                    'segments' => array_map(
                        static fn (array $segment): array => [
                            'name' => $segment['name'],
                            'in_market' => (bool) ($segment['in_market'] ?? false),
                            'method' => $segment['method'],
                            'drivers' => $segment['drivers'],
                            ...isset($segment['past']) ? ['past' => array_values($segment['past'])] : [],
                        ],
                        array_values($company['segments']),
                    ),
                ],
                array_values($this->validated('companies')),
            ),
        );
    }

    /** @return array{years: int, companies: list<array<string, mixed>>} as it is kept */
    public function kept(): array
    {
        $definition = $this->definition();

        return ['years' => $definition->years, 'companies' => $definition->companies];
    }

    /** @return list<float> percentage points of gross margin */
    public function points(): array
    {
        return array_map(floatval(...), array_values($this->validated('points') ?? [-2, -1, 0, 1, 2]));
    }
}
