<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Reporting\ReportingModel;

final class ReportingModelRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'template' => ['present', 'nullable', 'in:'.implode(',', array_column(ReportingModel::ofBusinesses(), 'value'))],
            'reason' => ['required_with:template', 'nullable', 'string', 'max:500'],
        ];
    }
}
