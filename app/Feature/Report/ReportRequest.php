<?php

declare(strict_types=1);

namespace App\Feature\Report;

use App\Http\DatedRequest;

/** Which parts of a report are wanted, and as what. */
final class ReportRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'parts' => ['nullable', 'string', 'max:200'], 'as' => ['nullable', 'in:html,pdf']];
    }

    /**
     * @param  list<string>  $known
     * @return list<string> those asked for in the order in which they are written; all if none is named
     */
    public function parts(array $known): array
    {
        $asked = array_filter(explode(',', (string) ($this->validated('parts') ?? '')));

        return $asked === [] ? $known : array_values(array_intersect($known, $asked));
    }

    public function isPdf(): bool
    {
        return $this->validated('as') !== 'html';
    }
}
