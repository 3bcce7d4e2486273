<?php

declare(strict_types=1);

namespace App\Feature\Following;

use App\Http\DatedRequest;

/** What a condition looks at, of which company or list, and how it calls. */
class ConditionRequest extends DatedRequest
{
    private const SETTINGS = ['price', 'within', 'formula', 'line', 'beyond', 'days', 'amount', 'day'];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'ticker' => ['nullable', 'string', 'max:40'],
            'list' => ['nullable', 'integer'],
            'kind' => ['required', 'string', 'max:24'],
            'drawn_line' => ['nullable', 'integer'],
            'price' => ['nullable', 'numeric'],
            'within' => ['nullable', 'numeric'],
            'formula' => ['nullable', 'string', 'max:2000'],
            'line' => ['nullable', 'string', 'max:64'],
            'beyond' => ['nullable', 'numeric'],
            'days' => ['nullable', 'integer'],
            'amount' => ['nullable', 'numeric'],
            'day' => ['nullable', 'string', 'max:10'],
            'note' => ['nullable', 'string', 'max:1000'],
            'by_mail' => ['boolean'],
            'by_webhook' => ['boolean'],
            'active' => ['boolean'],
        ];
    }

    /** @return array<string, mixed> */
    public function settings(): array
    {
        return array_filter(
            array_intersect_key($this->validated(), array_flip(self::SETTINGS)),
            static fn (mixed $of): bool => $of !== null && $of !== '',
        );
    }
}
