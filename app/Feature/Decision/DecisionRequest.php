<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Http\DatedRequest;
use App\Models\Valuation;
use Logion\Figure\Words;
use Logion\Time\Day;

final class DecisionRequest extends DatedRequest
{
    private const MOST_REASONS = 10;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $figure = ['nullable', 'numeric', 'min:-1e12', 'max:1e12'];
        $reasons = ['nullable', 'array', 'max:'.self::MOST_REASONS];

        return [
            ...parent::rules(),
            'ticker' => ['required', 'string'],
            'verdict' => ['required', 'in:buy,watch,pass'],
            'thesis' => ['required', 'string', 'max:10000'],
            'disproof' => ['required', 'string', 'max:10000'],
            'value_per_share' => ['required', 'numeric', 'gt:0', 'lt:1e9'],
            'margin_of_safety' => ['required', 'numeric', 'min:0', 'max:0.95'],
            'valuation_id' => ['nullable', 'integer'],
            'reasons' => $reasons,
            'reasons.*.text' => ['required', 'string', 'max:500'],
            'reasons.*.check' => ['nullable', 'array'],
            'disproofs' => $reasons,
            'disproofs.*.text' => ['required', 'string', 'max:500'],
            'disproofs.*.check' => ['nullable', 'array'],
            'grades' => ['nullable', 'array', 'max:12'],
            'grades.*.name' => ['required', 'string', 'max:60'],
            'grades.*.grade' => ['required', 'string', 'max:60'],
            'cases' => ['nullable', 'array', 'max:6'],
            'cases.*.name' => ['required', 'string', 'max:60'],
            'cases.*.value' => ['required', 'numeric', 'min:0', 'max:1e9'],
            'cases.*.probability' => ['nullable', 'numeric', 'min:0', 'max:1'],
            'horizon' => ['nullable', 'numeric', 'gt:0', 'max:30'],
            'checklist' => ['nullable', 'array'],
            'checklist.name' => ['required_with:checklist', 'string', 'max:200'],
            'checklist.passed' => ['required_with:checklist', 'integer', 'min:0'],
            'checklist.failed' => ['required_with:checklist', 'integer', 'min:0'],
            'checklist.undecidable' => ['required_with:checklist', 'integer', 'min:0'],
            'summary' => ['nullable', 'array', 'max:60'],
            'summary.*.method' => ['required', 'string', 'max:60'],
            'summary.*.label' => ['required', 'string', 'max:200'],
            'summary.*.low' => $figure,
            'summary.*.centre' => $figure,
            'summary.*.high' => $figure,
            'summary.*.weight' => $figure,
            'confidence' => ['nullable', 'numeric', 'min:0', 'max:1'],
            'invalidation' => ['nullable', 'numeric', 'gt:0', 'max:1e9'],
            'size' => ['nullable', 'array'],
            'size.quantity' => $figure,
            'size.money' => $figure,
            'size.weight' => $figure,
            'size.binding' => ['nullable', 'string', 'max:20'],
            'review_on' => ['nullable', 'date_format:Y-m-d'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'thesis.required' => Words::say('write_the_thesis_in_a_sentence'),
            'disproof.required' => Words::say('write_what_would_prove_the_thesis'),
            'value_per_share.gt' => Words::say('the_value_per_share_must_be'),
            'margin_of_safety.max' => Words::say('the_margin_of_safety_must_lie'),
            'reasons.max' => Words::say('at_most_ten_reasons'),
            'disproofs.max' => Words::say('at_most_ten_reasons'),
        ];
    }

    /** @return array<string, mixed> columns of a decision, without its reasons */
    public function decision(): array
    {
        $data = $this->validated();
        $number = static fn (string $name): ?float => isset($data[$name]) ? (float) $data[$name] : null;

        return [
            'verdict' => $data['verdict'],
            'thesis' => $data['thesis'],
            'disproof' => $data['disproof'],
            'value_per_share' => (float) $data['value_per_share'],
            'margin_of_safety' => (float) $data['margin_of_safety'],
            'valuation_id' => isset($data['valuation_id'])
                ? Valuation::query()->of($this->user())->findOrFail($data['valuation_id'])->id
                : null,
            'grades' => $data['grades'] ?? [],
            'cases' => $data['cases'] ?? [],
            'horizon' => $number('horizon'),
            'checklist' => $data['checklist'] ?? null,
            'summary' => $data['summary'] ?? [],
            'confidence' => $number('confidence'),
            'invalidation' => $number('invalidation'),
            'size' => $data['size'] ?? null,
            'review_on' => isset($data['review_on']) ? Day::parse($data['review_on']) : null,
        ];
    }

    /**
     * @param  'reasons'|'disproofs'  $which
     * @return list<array{text: string, check: array<string, mixed>|null}>
     */
    public function reasons(string $which): array
    {
        return array_map(
            fn (array $of): array => ['text' => trim($of['text']), 'check' => $of['check'] ?? null],
            array_values($this->validated($which) ?? []),
        );
    }
}
