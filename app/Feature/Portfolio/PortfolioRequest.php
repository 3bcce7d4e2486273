<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Http\DatedRequest;
use App\Storage\Identity\Indices;
use Illuminate\Validation\Rule;
use Logion\Intake\Refusal;
use Logion\Portfolio\Ledger\CostMethod;

final class PortfolioRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'name' => ['required', 'string', 'max:120'],
            'currency' => ['required', 'string', 'regex:/^[A-Z]{3}$/'],
            'cost_method' => ['required', Rule::enum(CostMethod::class)],
            'keeps_cash' => ['required', 'boolean'],
            'withholding' => ['required', 'numeric', 'min:0', 'max:1'],
            'index' => ['nullable', 'string', 'max:20'],
        ];
    }

    /**
     * @return array{name: string, currency: string, cost_method: string, keeps_cash: bool, withholding: float, index_id: int|null}
     *
     * @throws Refusal if there is no such index
     */
    public function portfolio(Indices $indices): array
    {
        $told = $this->validated();
        $index = $told['index'] ?? null;

        return [
            'name' => trim($told['name']),
            'currency' => $told['currency'],
            'cost_method' => $told['cost_method'],
            'keeps_cash' => (bool) $told['keeps_cash'],
            'withholding' => (float) $told['withholding'],
            'index_id' => $index === null ? null : $indices->find($index) ?? throw Refusal::because($indices->unknown($index)),
        ];
    }
}
