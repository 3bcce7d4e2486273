<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Http\DatedRequest;
use Logion\Reporting\View\StatementView;

final class StatementRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'statement' => ['in:'.implode(',', StatementView::STATEMENTS)],
            'basis' => ['in:'.implode(',', StatementView::BASES)],
            'view' => ['in:'.implode(',', StatementView::VIEWS)],
            'version' => ['in:restated,first,adjusted'],
            'most' => ['integer', 'min:1', 'max:100'],
        ];
    }
}
