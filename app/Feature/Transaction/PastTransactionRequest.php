<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Feature\Reference\PastTransactions;
use App\Http\DatedRequest;
use Illuminate\Validation\Validator;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** A past transaction entered by hand. */
final class PastTransactionRequest extends DatedRequest
{
    private const AMOUNT = ['nullable', 'numeric', 'between:-1e15,1e15'];

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'announced_on' => ['required', 'date_format:Y-m-d'],
            'target' => ['required', 'string', 'max:160'],
            'acquirer' => ['required', 'string', 'max:160'],
            'buyer' => ['required', 'string'],
            'industry' => ['required', 'string', 'max:8'],
            'country' => ['nullable', 'string', 'size:2'],
            'currency' => ['required', 'string'],
            'price' => ['required', 'numeric', 'max:1e15'],
            'stake' => ['required', 'numeric'],
            'net_debt' => self::AMOUNT,
            'revenue' => self::AMOUNT,
            'ebitda' => self::AMOUNT,
            'ebit' => self::AMOUNT,
            'net_income' => self::AMOUNT,
            'payment' => ['nullable', 'string'],
            'premium' => ['nullable', 'numeric'],
        ];
    }

    /** @return list<\Closure(Validator): void> what cannot be is said of the field it is in */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($validator->errors()->isNotEmpty()) {
                    return;
                }
                foreach ($this->fields($validator->getData()) as $field => $value) {
                    try {
                        PastTransactions::check($field, $value, $this->container->make(\App\Http\RequestContexts::class)->of($this)->day);
                    } catch (Refusal $refusal) {
                        $validator->errors()->add($field, $refusal->getMessage());
                    }
                }
            },
        ];
    }

    /** @return array<string, mixed> a row */
    public function row(): array
    {
        return $this->fields($this->validated());
    }

    /**
     * @param  array<string, mixed>  $of
     * @return array<string, mixed>
     */
    private function fields(array $of): array
    {
        $of = array_intersect_key($of, $this->rules());
        unset($of['as_of']);

        return [...$of, 'announced_on' => Day::parse($of['announced_on'])];
    }
}
