<?php

declare(strict_types=1);

namespace App\Feature\Following;

use App\Models\Delivery;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class TestRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['channel' => ['required', Rule::in([Delivery::MAIL, Delivery::WEBHOOK])]];
    }
}
