<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Http\DatedRequest;
use Logion\Reporting\View\StatementView;

final class EntrySheetRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'statement' => ['required', 'in:'.implode(',', StatementView::STATEMENTS)],
            'periods' => ['required', 'string', 'max:200'],
        ];
    }

    /** @return list<int> at most twelve */
    public function periods(): array
    {
        return array_map(
            intval(...),
            array_slice(array_values(array_filter(explode(',', $this->validated('periods')), ctype_digit(...))), 0, 12),
        );
    }
}
