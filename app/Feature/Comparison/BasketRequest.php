<?php

declare(strict_types=1);

namespace App\Feature\Comparison;

use App\Feature\Screening\ScreenRequest;
use Logion\BackTest\Frequency;
use Logion\Time\Day;

final class BasketRequest extends ScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'weights' => ['required', 'in:equal,market_value'],
            'rebalance' => ['required', 'in:'.implode(',', array_column(Frequency::cases(), 'value'))],
            'index' => ['required', 'string'],
            'from' => ['required', 'string'],
            'cost' => ['numeric', 'min:0', 'max:1000'],
        ];
    }

    /** @return array{weights: string, rebalance: Frequency, index: string, from: int, cost: float} */
    public function settings(): array
    {
        $data = $this->validated();

        return [
            'weights' => $data['weights'],
            'rebalance' => Frequency::from($data['rebalance']),
            'index' => $data['index'],
            'from' => Day::parse($data['from']),
            'cost' => (float) ($data['cost'] ?? 0),
        ];
    }
}
