<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\AccessToken;
use Illuminate\Foundation\Http\FormRequest;

final class TokenRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'min:1', 'max:120'], 'reads_only' => ['boolean']];
    }

    /** @return list<string> */
    public function abilities(): array
    {
        return $this->boolean('reads_only', true) ? [AccessToken::READ] : [AccessToken::READ, AccessToken::WRITE];
    }
}
