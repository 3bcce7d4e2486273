<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** What is laid beside a price: companies by ticker, the home index, the industry, own lists. */
final class PriceComparisonRequest extends DatedRequest
{
    private const MOST = 8;

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'over' => ['nullable', Rule::in(array_keys(Period::MONTHS))],
            'with' => ['nullable', 'string', 'max:400'],
            'each' => ['array', 'max:'.self::MOST],
            'each.*' => ['string'],
            'dividends' => ['nullable', Rule::in(['0', '1'])],
        ];
    }

    protected function prepareForValidation(): void
    {
        $with = $this->query('with');
        $this->merge(['each' => is_string($with) && $with !== '' ? explode(',', $with) : []]);
    }

    /** @return list<string> */
    public function with(): array
    {
        return array_values(array_unique(array_map(trim(...), $this->validated('each'))));
    }

    public function period(): Period
    {
        return new Period($this->validated('over') ?? '5y');
    }

    public function withDividends(): bool
    {
        return ($this->validated('dividends') ?? '1') === '1';
    }
}
