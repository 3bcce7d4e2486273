<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Time\Day;

/** A listing of a company's shares, or of a class of them. */
final class ListingRequest extends FormRequest
{
    /** The first day of a listing of which nobody knows since when it is. */
    private const ALWAYS = 0;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'exchange' => ['required', 'string', 'max:8'],
            'ticker' => ['required', 'string', 'max:12'],
            'from' => ['present', 'nullable', 'string', 'date_format:Y-m-d'],
            'to' => ['sometimes', 'nullable', 'string', 'date_format:Y-m-d'],
            'currency' => ['sometimes', 'nullable', 'string', 'max:3'],
            'reason' => ['sometimes', 'nullable', 'string', 'max:120'],
            'class' => ['sometimes', 'nullable', 'string', 'max:120'],
            'entitlement' => ['sometimes', 'nullable', 'numeric', 'gt:0'],
            'main' => ['sometimes', 'nullable', 'boolean'],
        ];
    }

    /**
     * @return array{exchange: string, ticker: string, from: int, to: int|null, currency: string|null, reason: string|null,
     *     class: string|null, entitlement: float|null, main: bool|null}
     */
    public function listing(): array
    {
        $valid = $this->validated();

        return [
            'exchange' => $valid['exchange'],
            'ticker' => trim($valid['ticker']),
            'from' => $valid['from'] === null ? self::ALWAYS : Day::parse($valid['from']),
            'to' => isset($valid['to']) ? Day::parse($valid['to']) : null,
            'currency' => $valid['currency'] ?? null,
            'reason' => $valid['reason'] ?? null,
            'class' => $valid['class'] ?? null,
            'entitlement' => isset($valid['entitlement']) ? (float) $valid['entitlement'] : null,
            'main' => isset($valid['main']) ? (bool) $valid['main'] : null,
        ];
    }
}
