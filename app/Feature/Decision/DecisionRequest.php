<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Http\DatedRequest;
use App\Models\Valuation;

final class DecisionRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'ticker' => ['required', 'string'],
            'verdict' => ['required', 'in:buy,watch,pass'],
            'thesis' => ['required', 'string', 'max:10000'],
            'disproof' => ['required', 'string', 'max:10000'],
            'value_per_share' => ['required', 'numeric', 'gt:0', 'lt:1e9'],
            'margin_of_safety' => ['required', 'numeric', 'min:0', 'max:0.95'],
            'valuation_id' => ['nullable', 'integer'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'thesis.required' => 'Write the thesis in a sentence or two: a verdict without reasons cannot be checked later.',
            'disproof.required' => 'Write what would prove the thesis wrong.',
            'value_per_share.gt' => 'The value per share must be more than zero.',
            'margin_of_safety.max' => 'The margin of safety must lie between 0 and 95 %.',
        ];
    }

    /**
     * @return array{verdict: string, thesis: string, disproof: string, value_per_share: float, margin_of_safety: float,
     *     valuation_id: ?int}
     */
    public function decision(): array
    {
        $data = $this->validated();

        return [
            'verdict' => $data['verdict'],
            'thesis' => $data['thesis'],
            'disproof' => $data['disproof'],
            'value_per_share' => (float) $data['value_per_share'],
            'margin_of_safety' => (float) $data['margin_of_safety'],
            'valuation_id' => isset($data['valuation_id'])
                ? Valuation::query()->of($this->user())->findOrFail($data['valuation_id'])->id
                : null,
        ];
    }
}
