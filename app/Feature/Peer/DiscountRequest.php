<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** Through which companies the line runs that says what a company's figures justify. */
final class DiscountRequest extends DatedRequest
{
    public const ACROSS = ['kind', 'industry', 'list'];

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'across' => ['nullable', Rule::in(self::ACROSS)],
            'list' => ['nullable', 'integer', 'min:1', 'required_if:across,list'],
        ];
    }

    /** @return value-of<self::ACROSS> */
    public function across(): string
    {
        return $this->validated('across') ?? 'kind';
    }

    public function list(): int
    {
        return (int) $this->validated('list');
    }
}
