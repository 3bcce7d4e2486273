<?php

declare(strict_types=1);

namespace App\Import\Records;

use App\Import\ImportPass;
use Logion\Accounts\Template;
use Logion\Import\LineRecognition;

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
        $line = $this->known[$template][$label] ??= ($this->recognitions[$template] ??= new LineRecognition(Template::from($template), $this->pass->lines))->recognise($label)['line'] ?? '';

        return $line === '' ? null : $line;
    }
}
