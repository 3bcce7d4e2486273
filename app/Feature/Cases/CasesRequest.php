<?php

declare(strict_types=1);

namespace App\Feature\Cases;

use App\Http\DatedRequest;
use Logion\EarningPower\CompanyEarningPower;

/** A bear, a base and a bull case: each the earnings of a fiscal year, expected and moved or one's own, times a multiple. */
final class CasesRequest extends DatedRequest
{
    public function rules(): array
    {
        $rules = [
            ...parent::rules(),
            'year' => ['nullable', 'integer', 'min:1', 'max:'.CompanyEarningPower::AHEAD],
            'rate' => ['nullable', 'numeric', 'gt:-1', 'max:2'],
            'cases' => ['nullable', 'array:'.implode(',', CasesReport::CASES)],
        ];
        foreach (CasesReport::CASES as $case) {
            $rules["cases.{$case}"] = ['nullable', 'array:move,own,multiple'];
            $rules["cases.{$case}.move"] = ['nullable', 'numeric', 'min:-2', 'max:10'];
            $rules["cases.{$case}.own"] = ['nullable', 'numeric', 'min:-1e9', 'max:1e9'];
            $rules["cases.{$case}.multiple"] = ['nullable', 'numeric', 'gt:0', 'max:1000'];
        }

        return $rules;
    }

    public function year(): int
    {
        return (int) ($this->validated('year') ?? 2);
    }

    public function rate(): float
    {
        return (float) ($this->validated('rate') ?? CasesReport::RATE);
    }

    /** @return array<string, array{move: float|null, own: float|null, multiple: float|null}> */
    public function cases(): array
    {
        $cases = [];
        foreach (CasesReport::CASES as $case) {
            $of = $this->validated('cases')[$case] ?? [];
            $number = static fn (string $name): ?float => ($of[$name] ?? null) === null ? null : (float) $of[$name];
            $cases[$case] = ['move' => $number('move'), 'own' => $number('own'), 'multiple' => $number('multiple')];
        }

        return $cases;
    }
}
