<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Files\TableFile;

final class ScreenExportRequest extends ScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'format' => ['required', 'in:'.implode(',', array_keys(TableFile::FORMATS))],
        ];
    }
}
