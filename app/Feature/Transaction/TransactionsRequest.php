<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Http\DatedRequest;
use App\Models\PastTransaction;
use Illuminate\Validation\Rule;
use Logion\Time\Day;

/** Which past transactions are asked for. */
final class TransactionsRequest extends DatedRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'from' => ['nullable', 'date_format:Y-m-d'],
            'until' => ['nullable', 'date_format:Y-m-d'],
            'industry' => ['nullable', 'string', 'max:8'],
            'country' => ['nullable', 'string', 'size:2'],
            'buyer' => ['nullable', Rule::in(PastTransaction::BUYERS)],
            'least' => ['nullable', 'numeric', 'min:0'],
            'most' => ['nullable', 'numeric', 'min:0'],
            'left' => ['nullable', 'string', 'max:2000', 'regex:/^\d+(,\d+)*$/'],
        ];
    }

    public function filter(): TransactionFilter
    {
        $of = $this->validated();
        $day = static fn (string $name): ?int => isset($of[$name]) ? Day::parse($of[$name]) : null;
        $number = static fn (string $name): ?float => isset($of[$name]) ? (float) $of[$name] : null;

        return new TransactionFilter(
            $day('from'),
            $day('until'),
            $of['industry'] ?? null,
            $of['country'] ?? null,
            $of['buyer'] ?? null,
            $number('least'),
            $number('most'),
            isset($of['left']) ? array_map(intval(...), explode(',', $of['left'])) : null,
        );
    }
}
