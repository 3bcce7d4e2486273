<?php

declare(strict_types=1);

namespace App\Feature\Paper;

use App\Http\DatedRequest;
use Illuminate\Http\UploadedFile;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;
use Logion\Time\InvalidDay;

/** A file to keep, and the day it is of; the latest day with data if none is named. */
final class PaperRequest extends DatedRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'day' => ['nullable', 'date_format:Y-m-d']];
    }

    /** @throws Refusal if none came through */
    public function paper(): UploadedFile
    {
        $file = $this->file('file');
        if (! ($file instanceof UploadedFile) || ! $file->isValid()) {
            throw Refusal::because(
                Words::say(
                    'no_file_came_through_the_largest',
                    why: $file instanceof UploadedFile ? ': '.$file->getErrorMessage() : '',
                    size: ini_get('upload_max_filesize'),
                ),
            );
        }

        return $file;
    }

    /** @throws InvalidDay */
    public function day(): int
    {
        $day = $this->validated('day');

        return $day === null ? $this->today() : Day::parse($day);
    }
}
