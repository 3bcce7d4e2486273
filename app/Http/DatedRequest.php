<?php

declare(strict_types=1);

namespace App\Http;

use App\Evaluation\EvaluationContext;
use Illuminate\Foundation\Http\FormRequest;

/** A request that may name the day it asks for, YYYY-MM-DD; the latest day with data if it names none. */
class DatedRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'as_of' => ['nullable', 'string'],
        ];
    }

    public function context(): EvaluationContext
    {
        return $this->container->make(RequestContexts::class)->of($this, $this->validated('as_of'));
    }

    /** The latest day with data, whatever day is named. */
    public function today(): int
    {
        return $this->container->make(RequestContexts::class)->of($this)->day;
    }
}
