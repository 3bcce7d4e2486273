<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

final class CompanyRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'layout' => ['nullable', 'regex:/^(\d{1,9}|'.ChosenLayout::READY.')$/D'],
            'beside' => ['nullable', Rule::in(['sector', 'peers'])],
        ];
    }

    /** Whether the peers the reader chose stand for the sector. */
    public function besidePeers(): bool
    {
        return $this->validated('beside') === 'peers';
    }
}
