<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Http\DatedRequest;
use Closure;
use Logion\CostOfCapital\CostInputs;
use Logion\CostOfCapital\CostSheet;
use Logion\Figure\Words;

/**
 * Which alternative of each input is taken, or a figure of one's own, and premia beside.
 *
 * @phpstan-import-type Choices from CostSheet
 */
final class CostRequest extends DatedRequest
{
    private const MOST_PREMIA = 8;

    /** Between which a figure of one's own lies. */
    private const OWN = [
        'risk_free' => [-0.05, 0.5],
        'premium' => [0, 0.3],
        'beta' => [-5, 10],
        'cost_of_debt' => [0, 1],
        'tax' => [0, 0.9],
        'debt_weight' => [0, 0.99],
    ];

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'inputs' => ['nullable', 'array:'.implode(',', CostInputs::NAMES)],
            'inputs.*' => ['array:key,own'],
            'inputs.*.key' => ['required', 'string', 'max:20'],
            'inputs.*.own' => [
                'nullable',
                'numeric',
                'required_if:inputs.*.key,'.CostSheet::OWN,
                function (string $attribute, mixed $value, Closure $fail): void {
                    [$low, $high] = self::OWN[explode('.', $attribute)[1]] ?? [-INF, INF];
                    if (is_numeric($value) && ($value < $low || $value > $high)) {
                        $fail(Words::say('an_input_lies_between', low: $low, high: $high));
                    }
                },
            ],
            'extra' => ['nullable', 'array', 'list', 'max:'.self::MOST_PREMIA],
            'extra.*.name' => ['required', 'string', 'max:80'],
            'extra.*.rate' => ['required', 'numeric', 'between:-0.2,0.2'],
            'extra.*.reason' => ['required', 'string', 'max:500'],
            'leases' => ['nullable', 'boolean'],
        ];
    }

    public function messages(): array
    {
        return [
            'extra.*.reason.required' => Words::say('a_premium_needs_a_reason'),
            'inputs.*.own.required_if' => Words::say('an_own_input_needs_a_figure'),
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
        return [
            'inputs' => array_map(
                static fn (array $of): array => [
                    'key' => (string) $of['key'],
                    'own' => isset($of['own']) ? (float) $of['own'] : null,
                ],
                array_intersect_key((array) ($kept['inputs'] ?? []), array_flip(CostInputs::NAMES)),
            ),
            'extra' => array_map(
                static fn (array $of): array => [
                    'name' => (string) $of['name'],
                    'rate' => (float) $of['rate'],
                    'reason' => $of['reason'] ?? null,
                ],
                array_values($kept['extra'] ?? []),
            ),
            'leases' => (bool) ($kept['leases'] ?? true),
        ];
    }
}
