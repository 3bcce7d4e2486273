<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Files\TableFile;
use App\Http\DatedRequest;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** What is wanted of a company, and in which format; not everything can be had in every one. */
final class CompanyExportRequest extends DatedRequest
{
    private const TYPES = [...TableFile::FORMATS, 'xbrl-csv' => 'application/zip'];

    private const FORMATS = [
        'statements' => ['xlsx', 'ods', 'csv', 'json', 'xbrl-csv'],
        'ratios' => ['xlsx', 'ods', 'csv', 'json'],
        'prices' => ['csv', 'xlsx', 'ods', 'json'],
        'notes' => ['xlsx', 'ods', 'csv', 'json'],
        'dossier' => ['xlsx', 'ods', 'json'],
    ];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'what' => ['required', 'in:'.implode(',', array_keys(self::FORMATS))],
            'format' => ['required', 'in:'.implode(',', array_keys(self::TYPES))],
        ];
    }

    public function what(): string
    {
        return $this->validated('what');
    }

    /** @throws UnprocessableEntityHttpException if what is wanted cannot be had in this format */
    public function wantedFormat(): string
    {
        $formats = self::FORMATS[$this->what()];

        return in_array($this->validated('format'), $formats, true)
            ? $this->validated('format')
            : throw new UnprocessableEntityHttpException(
                Words::say('can_be_had_as', kind: ucfirst($this->what()), formats: implode(', ', $formats)),
            );
    }

    public function contentType(): string
    {
        return self::TYPES[$this->wantedFormat()];
    }
}
