<?php

declare(strict_types=1);

namespace Tests\Intake\Sample;

/** A file as somebody might hand it in about an invented company, with the figures it means. */
final readonly class Sample
{
    /**
     * @param  array<string, float>  $figures  by "line@period": all that is to be stored and nothing else
     * @param  list<string>  $asks  what has to be asked first: keys of questions and doubts
     * @param  array<string, mixed>  $answers  to what is asked
     * @param  array<string, mixed>  $company  of the company: its currency, the month its year ends in, its kind of business
     * @param  list<array{string, float}>  $parts  figures of segments, regions and classes
     * @param  int  $refused  figures that are refused
     * @param  array<string, float>  $known  figures stored before
     */
    public function __construct(
        public string $file,
        public string $content,
        public array $figures,
        public array $asks = [],
        public array $answers = [],
        public array $company = [],
        public array $parts = [],
        public int $refused = 0,
        public array $known = [],
    ) {
    }
}
