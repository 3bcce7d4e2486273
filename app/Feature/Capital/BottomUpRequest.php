<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/**
 * Whose betas make a beta, who is left out, and on which structure it is put.
 *
 * @phpstan-type Choices array{of: array{source: value-of<self::SOURCES>, key: string, home: bool}, excluded: list<array{ticker: string,
 *     reason: string}>, debt_to_equity: float|null, mean: bool, weigh_by: value-of<self::WEIGHTS>, businesses: list<array{name: string,
 *     industry: string, weight: float}>}
 */
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
            'excluded.*' => ['array:ticker,reason'],
            'excluded.*.ticker' => ['required', 'string', 'max:60'],
            'excluded.*.reason' => ['nullable', 'string', 'max:500'],
            'debt_to_equity' => ['nullable', 'numeric', 'min:0', 'max:50'],
            'mean' => ['nullable', 'boolean'],
            'weigh_by' => ['nullable', Rule::in(self::WEIGHTS)],
            'businesses' => ['nullable', 'array', 'list', 'max:'.self::MOST_BUSINESSES],
            'businesses.*.name' => ['required', 'string', 'max:120'],
            'businesses.*.industry' => ['required', 'string', 'max:8'],
            'businesses.*.weight' => ['required', 'numeric', 'min:0', 'max:1e15'],
        ];
    }

    /** @return Choices */
    public function choices(): array
    {
        return self::read($this->validated());
    }

    /**
     * @param  array<string, mixed>  $kept
     * @return Choices
     */
    public static function read(array $kept): array
    {
        $of = $kept['of'] ?? [];

        return [
            'of' => ['source' => $of['source'] ?? 'peers', 'key' => (string) ($of['key'] ?? ''), 'home' => (bool) ($of['home'] ?? false)],
            'excluded' => array_map(
                static fn (array $one): array => ['ticker' => (string) $one['ticker'], 'reason' => (string) ($one['reason'] ?? '')],
                $kept['excluded'] ?? [],
            ),
            'debt_to_equity' => isset($kept['debt_to_equity']) ? (float) $kept['debt_to_equity'] : null,
            'mean' => (bool) ($kept['mean'] ?? false),
            'weigh_by' => $kept['weigh_by'] ?? 'own',
            'businesses' => array_map(
                static fn (array $one): array => [
                    'name' => (string) $one['name'],
                    'industry' => (string) $one['industry'],
                    'weight' => (float) $one['weight'],
                ],
                $kept['businesses'] ?? [],
            ),
        ];
    }
}
