<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;
use Logion\Peer\Aspect;

/** Where proposals of peers come from, and what weighs how much; an address, so that it can be kept. */
final class ProposalRequest extends DatedRequest
{
    public function rules(): array
    {
        $rules = [
            ...parent::rules(),
            'source' => ['nullable', Rule::in(ProposalReport::SOURCES)],
            'of' => ['nullable', 'string', 'max:2000'],
            'weights' => ['nullable', 'array:'.implode(',', array_column(Aspect::cases(), 'value'))],
            'weights.*' => ['numeric', 'min:0', 'max:10'],
        ];

        return $rules;
    }

    /** @return value-of<ProposalReport::SOURCES> */
    public function source(): string
    {
        return $this->validated('source') ?? 'figures';
    }

    public function of(): string
    {
        return trim((string) ($this->validated('of') ?? ''));
    }

    /** @return array<string, float> */
    public function weights(): array
    {
        return array_map(floatval(...), $this->validated('weights') ?? []);
    }
}
