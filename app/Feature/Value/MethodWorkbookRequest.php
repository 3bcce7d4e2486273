<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Files\Workbooks;
use Illuminate\Validation\Rule;

/** In which open format a method is wanted as a workbook. */
final class MethodWorkbookRequest extends MethodRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'format' => ['required', Rule::in(Workbooks::FORMATS)]];
    }

    /** @return value-of<Workbooks::FORMATS> */
    public function fileFormat(): string
    {
        return $this->validated('format');
    }
}
