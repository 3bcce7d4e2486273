<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** Whose betas make a beta, who is left out, and on which structure it is put. */
final class BottomUpRequest extends DatedRequest
{
    public const SOURCES = ['peers', 'industry', 'list', 'named'];

    /** Weights as typed, or sales each times the enterprise multiple of the business. */
    public const WEIGHTS = ['own', 'sales'];

    private const MOST_BUSINESSES = 10;

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'of' => ['nullable', 'array:source,key,home'],
            'of.source' => ['nullable', Rule::in(self::SOURCES)],
            'of.key' => ['nullable', 'string', 'max:10000'],
            'of.home' => ['nullable', 'boolean'],
            'excluded' => ['nullable', 'array', 'list', 'max:500'],
            'excluded.*' => ['string', 'max:60'],
            'debt_to_equity' => ['nullable', 'numeric', 'min:0', 'max:50'],
            'mean' => ['nullable', 'boolean'],
            'weigh_by' => ['nullable', Rule::in(self::WEIGHTS)],
            'businesses' => ['nullable', 'array', 'list', 'max:'.self::MOST_BUSINESSES],
            'businesses.*.name' => ['required', 'string', 'max:120'],
            'businesses.*.industry' => ['required', 'string', 'max:8'],
            'businesses.*.weight' => ['required', 'numeric', 'min:0', 'max:1e15'],
        ];
    }

    /** @return array{source: value-of<self::SOURCES>, key: string, home: bool} */
    public function of(): array
    {
        $of = $this->validated('of') ?? [];

        return ['source' => $of['source'] ?? 'peers', 'key' => (string) ($of['key'] ?? ''), 'home' => (bool) ($of['home'] ?? false)];
    }

    /** @return list<string> tickers */
    public function excluded(): array
    {
        return $this->validated('excluded') ?? [];
    }

    public function target(): ?float
    {
        return $this->validated('debt_to_equity') === null ? null : (float) $this->validated('debt_to_equity');
    }

    public function mean(): bool
    {
        return (bool) ($this->validated('mean') ?? false);
    }

    public function bySales(): bool
    {
        return $this->validated('weigh_by') === 'sales';
    }

    /** @return list<array{name: string, industry: string, weight: float}> */
    public function businesses(): array
    {
        return array_map(
            static fn (array $of): array => [
                'name' => (string) $of['name'],
                'industry' => (string) $of['industry'],
                'weight' => (float) $of['weight'],
            ],
            $this->validated('businesses') ?? [],
        );
    }
}
