<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Storage\AuditLog;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class AuditRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'before' => ['nullable', 'integer', 'min:1'],
            'action' => ['nullable', Rule::in(AuditLog::ACTIONS)],
            'who' => ['nullable', 'string', 'max:190'],
        ];
    }
}
