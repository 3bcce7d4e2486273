<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Http\DatedRequest;
use App\Models\Valuation;
use Logion\Figure\Words;

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
            'thesis.required' => Words::say('write_the_thesis_in_a_sentence'),
            'disproof.required' => Words::say('write_what_would_prove_the_thesis'),
            'value_per_share.gt' => Words::say('the_value_per_share_must_be'),
            'margin_of_safety.max' => Words::say('the_margin_of_safety_must_lie'),
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
