<?php

declare(strict_types=1);

namespace Logion\Figure;

/** The words of a language for what the core gives as reasons and figures; another language is another file beside them. */
final class Words
{
    /** @var array<string, self> by language */
    private static array $known = [];

    /**
     * @param  array{point: string, thousands: string, minus: string}  $numerals
     * @param  array<string, string>  $reasons  sentence by reason
     */
    private function __construct(public readonly array $numerals, private readonly array $reasons)
    {
    }

    /** @param  string  $language  an ISO 639-1 code */
    public static function of(string $language = 'en'): self
    {
        return self::$known[$language] ??= new self(...require __DIR__."/words/{$language}.php");
    }

    public function reason(Absence $absence): string
    {
        $places = [];
        foreach ($absence->figures as $i => $figure) {
            $places["{{$i}}"] = (string) $figure;
        }

        return strtr($this->reasons[$absence->reason->value], $places);
    }
}
