<?php

declare(strict_types=1);

namespace App\Feature\Sharing;

use Illuminate\Foundation\Http\FormRequest;

final class SharingRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['shared' => ['required', 'boolean']];
    }
}
