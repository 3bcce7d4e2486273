<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Http\DatedRequest;
use Illuminate\Validation\Validator;
use Logion\Figure\Words;
use Logion\Time\Day;

/** A level has one price; a line goes from a price on one day to a price on another. */
final class DrawnLineRequest extends DatedRequest
{
    public function rules(): array
    {
        $price = ['numeric', 'gt:0', 'max:1e9'];

        return [
            ...parent::rules(),
            'name' => ['required', 'string', 'max:80'],
            'from_price' => ['required', ...$price],
            'from_day' => ['nullable', 'date_format:Y-m-d', 'required_with:to_price,to_day'],
            'to_day' => ['nullable', 'date_format:Y-m-d', 'required_with:to_price,from_day'],
            'to_price' => ['nullable', ...$price, 'required_with:to_day,from_day'],
        ];
    }

    public function withValidator(Validator $validator): void
    {
        $validator->after(function (Validator $validator): void {
            $from = $this->input('from_day');
            if ($validator->errors()->isEmpty() && $from !== null && $from === $this->input('to_day')) {
                $validator->errors()->add('to_day', Words::say('a_line_needs_two_days'));
            }
        });
    }

    /** @return array{name: string, from_day: int|null, from_price: float, to_day: int|null, to_price: float|null} */
    public function line(): array
    {
        $of = $this->validated();
        $day = static fn (string $name): ?int => ($of[$name] ?? null) === null ? null : Day::parse($of[$name]);

        return [
            'name' => $of['name'],
            'from_day' => $day('from_day'),
            'from_price' => (float) $of['from_price'],
            'to_day' => $day('to_day'),
            'to_price' => ($of['to_price'] ?? null) === null ? null : (float) $of['to_price'],
        ];
    }
}
