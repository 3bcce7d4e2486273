<?php

declare(strict_types=1);

namespace Logion\Expectation;

/** What a house advises its readers to do with a share. */
enum Advice: string
{
    case Buy = 'buy';
    case Hold = 'hold';
    case Sell = 'sell';

    /** The ways houses put it, in lower case. */
    private const WORDS = [
        'buy' => ['buy', 'strong buy', 'add', 'accumulate', 'outperform', 'overweight', 'positive', 'speculative buy'],
        'hold' => ['hold', 'keep', 'neutral', 'market perform', 'equal weight', 'sector perform', 'in line', 'peer perform'],
        'sell' => ['sell', 'strong sell', 'reduce', 'underperform', 'underweight', 'negative', 'avoid'],
    ];

    /** Of a house's own word for it; null where it is none that is known. */
    public static function read(string $text): ?self
    {
        $word = trim((string) preg_replace('/[\s_-]+/', ' ', mb_strtolower($text)));
        foreach (self::WORDS as $advice => $words) {
            if (in_array($word, $words, true)) {
                return self::from($advice);
            }
        }

        return null;
    }
}
