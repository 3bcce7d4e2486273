<?php

declare(strict_types=1);

namespace Logion\Intake;

/** A row of a statement that has figures: its label, the line it means, and what it says of its own unit. */
final readonly class StatementRow
{
    /**
     * @param  int  $row  position among the rows of the file
     * @param  string  $key  the label, with its row where the label stands several times
     * @param  string  $section  the heading it stands under
     * @param  string  $basis  what the line rests on
     * @param  bool  $turned  whether a positive figure means the negative line
     * @param  float|null  $scale  of its amounts, where it or its part says so
     * @param  float|null  $sharesScale  of its counts of shares, where its part says something of its own about them
     * @param  list<string>  $currencies  that it can be in, where it says so
     * @param  bool  $isPercent  whether its figures are per cents
     * @param  bool  $isScaled  whether each of its figures names a scale of its own
     */
    public function __construct(
        public int $row,
        public string $label,
        public string $key,
        public string $section,
        public ?string $line,
        public float $confidence,
        public string $basis,
        public bool $turned,
        public ?float $scale,
        public ?float $sharesScale,
        public array $currencies,
        public bool $isPercent,
        public bool $isScaled = false,
    ) {
    }

    public function isGuess(): bool
    {
        return $this->line !== null && $this->confidence < 1.0;
    }
}
