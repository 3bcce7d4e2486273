<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use Illuminate\Validation\Rule;

/** In which open format a sheet is wanted as a workbook. */
final class WorkbookRequest extends SheetRequest
{
    private const FORMATS = ['xlsx', 'ods'];

    public function rules(): array
    {
        return [...parent::rules(), 'format' => ['required', Rule::in(self::FORMATS)]];
    }

    /** @return value-of<self::FORMATS> */
    public function fileFormat(): string
    {
        return $this->validated('format');
    }
}
