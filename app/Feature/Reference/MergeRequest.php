<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use Illuminate\Foundation\Http\FormRequest;

final class MergeRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['into' => ['required', 'string', 'max:40']];
    }
}
