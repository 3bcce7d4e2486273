<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Http\DatedRequest;
use App\Storage\Identity\Indices;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use Logion\Market\Risk\BetaSample;

/** Over which returns a beta is to be regressed. */
final class BetaRequest extends DatedRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'interval' => ['nullable', Rule::in(array_keys(BetaSample::A_YEAR))],
            'years' => ['nullable', 'integer', 'min:1', 'max:20'],
            'index' => ['nullable', 'string', 'max:40'],
        ];
    }

    /** @return key-of<BetaSample::A_YEAR> */
    public function returnsOver(): string
    {
        return $this->validated('interval') ?? BetaSample::MONTH;
    }

    public function years(): ?int
    {
        return $this->validated('years') === null ? null : (int) $this->validated('years');
    }

    public function index(Indices $indices): ?int
    {
        $ticker = $this->validated('index');

        return $ticker === null
            ? null
            : $indices->find($ticker) ?? throw ValidationException::withMessages(['index' => $indices->unknown($ticker)]);
    }
}
