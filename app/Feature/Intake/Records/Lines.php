<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use Logion\Figure\Words;
use Logion\Intake\LineRecognition;
use Logion\Reporting\LineItems;
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

    /** The line a label means; what is only guessed is a doubt. */
    public function recognise(string $template, string $label): ?string
    {
        if (! isset($this->known[$template][$label])) {
            $this->recognitions[$template] ??= new LineRecognition(ReportingModel::from($template), $this->pass->lines);
            $read = $this->recognitions[$template]->recognise($label);
            $this->known[$template][$label] = $read['line'] ?? '';
            if ($read['line'] !== null && $read['confidence'] < 1.0) {
                $this->pass->outcome->doubt(
                    'guesses',
                    Words::say(
                        'is_taken_for_take_it_as',
                        label: $label,
                        label2: LineItems::all()[$read['line']]->label,
                        basis: $read['basis'],
                    ),
                );
            }
        }
        $line = $this->known[$template][$label];

        return $line === '' ? null : $line;
    }
}
