<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Files\TableFile;
use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** Which figures of a subject and its peers are asked for: metrics or formulas. */
final class PeerTableRequest extends DatedRequest
{
    private const MOST = 60;

    public function rules(): array
    {
        return [
            ...parent::rules(),
            'columns' => ['nullable', 'array', 'list', 'max:'.self::MOST],
            'columns.*' => ['string', 'max:500'],
            'figure' => ['nullable', 'string', 'max:500'],
            'calendar' => ['nullable', 'boolean'],
            'format' => ['nullable', Rule::in(array_keys(TableFile::FORMATS))],
        ];
    }

    /** @return list<string> */
    public function columns(): array
    {
        return array_values(array_unique($this->validated('columns') ?? []));
    }

    /** @return key-of<TableFile::FORMATS> */
    public function fileFormat(): string
    {
        return $this->validated('format') ?? 'csv';
    }

    public function ofCalendarYears(): bool
    {
        return (bool) ($this->validated('calendar') ?? false);
    }

    public function figure(): ?string
    {
        return $this->validated('figure');
    }
}
