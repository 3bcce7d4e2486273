<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use Illuminate\Foundation\Http\FormRequest;

final class NameRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['called' => ['required', 'string', 'max:200'], 'security' => ['required', 'string', 'max:40']];
    }
}
