<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;
use Logion\Figure\Words;
use Logion\Market\Chart\MovingAverage;
use Logion\Market\Chart\Study;

/** What is to be drawn of prices: the span of a bar, the period, averages and studies. */
final class MarketRequest extends DatedRequest
{
    private const MOST_AVERAGES = 8;

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'span' => ['nullable', Rule::in(MarketChart::SPANS)],
            'over' => ['nullable', Rule::in(array_keys(Period::MONTHS))],
            'averages' => ['nullable', 'string'],
            'studies' => ['nullable', 'string'],
            'average' => ['array', 'max:'.self::MOST_AVERAGES],
            'average.*' => [
                static function (string $attribute, mixed $value, \Closure $fail): void {
                    if (! is_string($value) || MovingAverage::written($value) === null) {
                        $fail(Words::say('an_average_is_written'));
                    }
                },
            ],
            'study' => ['array'],
            'study.*' => [Rule::enum(Study::class)],
        ];
    }

    protected function prepareForValidation(): void
    {
        $each = fn (string $name): array => is_string($of = $this->query($name)) && $of !== '' ? explode(',', $of) : [];
        $this->merge(['average' => $each('averages'), 'study' => $each('studies')]);
    }

    public function span(): string
    {
        return $this->validated('span') ?? MarketChart::DAY;
    }

    public function period(): Period
    {
        return new Period($this->validated('over') ?? '5y');
    }

    /** @return list<MovingAverage> */
    public function averages(): array
    {
        return array_values(array_filter(array_map(MovingAverage::written(...), array_unique($this->validated('average')))));
    }

    /** @return list<Study> */
    public function studies(): array
    {
        return array_map(Study::from(...), array_values(array_unique($this->validated('study'))));
    }
}
