<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use Logion\Intake\LineRecognition;
use Logion\Reporting\ReportingModel;

/** Recognises statement lines for companies of several kinds; files repeat few labels many times. */
final class Lines
{
    /** @var array<string, LineRecognition> by template */
    private array $recognitions = [];

    /** @var array<string, array<string, string>> line, "" for none, by template and label */
    private array $known = [];

    public function __construct(private readonly ImportPass $pass)
    {
    }

    public function recognise(string $template, string $label): ?string
    {
        $line = $this->known[$template][$label] ??=
            ($this->recognitions[$template] ??= new LineRecognition(ReportingModel::from($template), $this->pass->lines))->recognise(
                $label,
            )['line'] ?? '';

        return $line === '' ? null : $line;
    }
}
