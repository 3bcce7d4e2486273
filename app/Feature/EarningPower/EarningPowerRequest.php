<?php

declare(strict_types=1);

namespace App\Feature\EarningPower;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;
use Logion\EarningPower\Basis;

/** By what a price is measured, and how the multiple that is usual is found. */
final class EarningPowerRequest extends DatedRequest
{
    public const MOST_EXIT_YEARS = 5;

    private const MOST_MULTIPLES = 8;

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'basis' => ['nullable', Rule::enum(Basis::class)],
            'years' => ['nullable', 'integer', 'min:3', 'max:20'],
            'rule' => ['nullable', Rule::in(MultipleRule::NAMES)],
            'own' => ['nullable', 'numeric', 'gt:0', 'max:1000', Rule::requiredIf($this->query('rule') === MultipleRule::OWN)],
            'growth' => ['nullable', 'numeric', 'min:-0.9', 'max:2'],
            'exit' => ['nullable', 'integer', 'min:1', 'max:'.self::MOST_EXIT_YEARS],
            'multiples' => ['nullable', 'string'],
            'multiple' => ['array', 'max:'.self::MOST_MULTIPLES],
            'multiple.*' => ['numeric', 'gt:0', 'max:1000'],
        ];
    }

    protected function prepareForValidation(): void
    {
        $multiples = $this->query('multiples');
        $this->merge(['multiple' => is_string($multiples) && $multiples !== '' ? explode(',', $multiples) : []]);
    }

    public function basis(): ?Basis
    {
        return Basis::tryFrom((string) $this->validated('basis'));
    }

    public function years(): int
    {
        return (int) ($this->validated('years') ?? 10);
    }

    public function multipleRule(): MultipleRule
    {
        $own = $this->validated('own');

        return new MultipleRule($this->validated('rule') ?? 'median', $own === null ? null : (float) $own);
    }

    public function growth(): ?float
    {
        $growth = $this->validated('growth');

        return $growth === null ? null : (float) $growth;
    }

    public function exit(): int
    {
        return (int) ($this->validated('exit') ?? 3);
    }

    /** @return list<float> */
    public function multiples(): array
    {
        return array_map(floatval(...), array_values($this->validated('multiple')));
    }
}
