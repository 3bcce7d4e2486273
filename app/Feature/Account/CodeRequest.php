<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Foundation\Http\FormRequest;

final class CodeRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['code' => ['required', 'string', 'max:20']];
    }

    public function code(): string
    {
        return (string) preg_replace('/\s+/', '', $this->validated('code'));
    }
}
