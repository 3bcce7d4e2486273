<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use Illuminate\Foundation\Http\FormRequest;

/** Which rows of a file are left out, and which are entered though the like is there. */
final class TakeRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $rows = ['array', 'max:50000'];

        return ['without' => $rows, 'without.*' => ['integer'], 'again' => $rows, 'again.*' => ['integer']];
    }

    /**
     * @param  'without'|'again'  $which
     * @return list<int>
     */
    public function rowsOf(string $which): array
    {
        return array_map(intval(...), $this->validated($which, []));
    }
}
