<?php

declare(strict_types=1);

namespace Logion\Intake;

/**
 * In what amounts are written, as the words of a heading, a unit or a label say it: "USD in Millions", "£m", "T€", "EUR '000",
 * "MUSD", "in thousands, except share and per share data". What the words do not say is null, never one.
 */
final readonly class Denomination
{
    private const SYMBOLS = [
        '€' => ['EUR'],
        '£' => ['GBP'],
        '₹' => ['INR'],
        '₩' => ['KRW'],
        '₽' => ['RUB'],
        '₺' => ['TRY'],
        '¥' => ['JPY', 'CNY'],
    ];

    private const DOLLARS = [
        'USD',
        'CAD',
        'AUD',
        'NZD',
        'HKD',
        'SGD',
        'TWD',
        'MXN',
        'ARS',
        'CLP',
        'COP',
        'BBD',
        'BSD',
        'BZD',
        'FJD',
        'JMD',
        'TTD',
        'NAD',
    ];

    /** Words for currencies in headings. */
    private const WORDS = [
        '/\b(?:US|U\.S\.|United States) dollars?\b|\bUS\$/i' => ['USD'],
        '/\b(?:CA|C)\$|\bCanadian dollars?\b/i' => ['CAD'],
        '/\b(?:AU|A)\$|\bAustralian dollars?\b/i' => ['AUD'],
        '/\bHK\$|\bHong Kong dollars?\b/i' => ['HKD'],
        '/\bS\$|\bSingapore dollars?\b/i' => ['SGD'],
        '/\beuros?\b|\beur\b/i' => ['EUR'],
        '/\busd\b/i' => ['USD'],
        '/\bgbp\b/' => ['GBP'],
        '/\bchf\b/i' => ['CHF'],
        '/\bsek\b|(?<=[mkt])kr\b/i' => ['SEK'],
        '/\b(?:pounds? sterling|sterling|British pounds?)\b/i' => ['GBP'],
        '/\bSwiss francs?\b|\bSFr\.?/i' => ['CHF'],
        '/\b(?:Japanese )?yen\b/i' => ['JPY'],
        '/\b(?:renminbi|RMB|yuan)\b/i' => ['CNY'],
        '/\b(?:Indian )?rupees?\b|\bRs\.?(?=\s)/i' => ['INR'],
    ];

    /** Scales by what names them, the most particular first; "¤" stands for a currency in code, sign or word. */
    private const SCALES = [
        '/\b(?:trillions?|trn|billionen|bio)\b|\d?\s?¤\s?(?:tn|trn)\b/iu' => 1e12,
        '/\b(?:billions?|bn|bln|mrd|mia|milliarden|milliards?|mil millones|miliardi)\b|¤\s?(?:bn|bln|b)\b|\bB¤/iu' => 1e9,
        '/\b(?:millions?|mln|mn|mio|mill|millionen|millones|milioni|mil\.? euros)\b|\bMM\b|¤\s?(?:mm|m|mn|mln|mio)\b|\b(?:MM?|m)\s?¤'.
        "|[’'‘`][ ]?000[ ,.’'‘`]000\\b|\\b(?:1[ ,.’']?)?000[ ,.’']000s?\\b|\\b10\\^6\\b|\\bin m\\b|^\\s*m\\s*$/iu" => 1e6,
        '/\bcrores?\b|\bcr\b/iu' => 1e7,
        '/\b(?:lakhs?|lacs?)\b/iu' => 1e5,
        '/\b(?:thousands?|thsd?|tsd|tausend|milliers?|miles|migliaia|ths)\b|¤\s?(?:k|th|ths|thsd|tsd)\b|\b[kKT]\s?¤'.
        "|[’'‘`][ ]?000(?:[’'‘`]?s)?\\b|¤\\s?0{3}(?:[’'‘`]?s)?\\b|\\b0{3}(?:[’'‘`]?s)\\b|\\(0{3}\\)".
        "|(?<![\\d][,. ’'])\\b0{3} ?¤|\\bin (?:1[ ,.’']?)?0{3}\\b".
        "|¤\\s?1[ ,.’']0{3}\\b|\\bin k\\b|\\b10\\^3\\b/iu" => 1e3,
        '/\b(?:pence|pennies|cents?|kopecks?|paise|penny sterling)\b|\bGB[Xp]\b|\bZAc\b|\bILA\b|^\s*\(?[pc]\)?\s*$|\(p\)/u' => 0.01,
        '/\b(?:in|as) (?:whole|full|actual|single|absolute)\b|\b(?:whole|full|actual|absolute) (?:amounts?|figures?|units?|dollars?|¤)'.
        '|\bin (?:units|ones)\b|^\s*(?:units?|ones|actual)\s*$|\bunits of ¤/iu' => 1.0,
    ];

    private const MINOR = ['GBX' => 'GBP', 'GBp' => 'GBP', 'ZAc' => 'ZAR', 'ILA' => 'ILS'];

    /** What begins the exceptions from what is said of amounts. */
    private const EXCEPT = '/\b(?:except(?:ing)?|other than|save for|unless|excluding|but)\b/iu';

    /**
     * @param  float|null  $scale  by which amounts are to be multiplied
     * @param  float|null  $sharesScale  by which counts of shares are, where the words say something of their own about them
     * @param  list<string>  $currencies  currencies the words can mean; several for a sign that several share, none where none is named
     * @param  string  $words  the words that name the scale
     * @param  bool  $contradicts  whether the words name two scales for amounts
     * @param  bool  $inCurrency  whether they say "in EUR" and no scale, which large amounts bear out and small ones do not
     */
    private function __construct(
        public ?float $scale,
        public ?float $sharesScale,
        public array $currencies,
        public string $words,
        public bool $contradicts = false,
        public bool $inCurrency = false,
    ) {
    }

    public static function read(string $text): self
    {
        [$main, $exception] = [...preg_split(self::EXCEPT, $text, 2) ?: [$text], ''];
        $currencies = self::currenciesIn($text);
        $scales = self::scalesIn($main);
        $shares = null;
        $ofShares = preg_match(
            '/(?<!per )(?<!earnings per )\bshares?\b(?! price)/iu',
            (string) preg_replace('/\bper[ -](?:\w+ )?shares?\b/iu', '', $exception),
        );
        if ($ofShares === 1) {
            $shares = array_key_first(self::scalesIn($exception));
            $shares = $shares === null ? 1.0 : (float) $shares;
        } elseif (preg_match('/\b(?:shares|number of shares)\b[^,;]{0,30}?\bin (thousands|millions)\b/iu', $main, $m) === 1) {
            // "EUR in millions, shares in thousands"
            $shares = strtolower($m[1]) === 'thousands' ? 1e3 : 1e6;
            $scales = self::scalesIn((string) preg_replace('/'.preg_quote($m[0], '/').'/u', '', $main));
        }
        $first = array_key_first($scales);

        return new self(
            $first === null ? null : (float) $first,
            $shares,
            $currencies,
            $first === null ? '' : trim($scales[$first]),
            count($scales) > 1,
            $first === null && preg_match('/\bin ¤/iu', self::withoutCurrencies($main)) === 1,
        );
    }

    /** The one currency the words name; null where they name none, or a sign that several share. */
    public function currency(): ?string
    {
        return count($this->currencies) === 1 ? $this->currencies[0] : null;
    }

    /** Whether amounts in a currency can be meant: also where none is named, or by a sign many currencies share. */
    public function allows(string $currency): bool
    {
        return $this->currencies === [] ||
            in_array($currency, $this->currencies, true) ||
            ($currency[0] === 'X' && count($this->currencies) > 1);
    }

    public static function isCurrency(string $code): bool
    {
        static $codes = null;
        $codes ??= array_flip(self::codes());

        // Codes that begin with X belong to no country and are free for units of account.
        return isset($codes[$code]) || preg_match('/^X[A-Z]{2}$/D', $code) === 1;
    }

    /** @return array<array-key, string> what names a scale, by scale as text */
    private static function scalesIn(string $text): array
    {
        $text = self::withoutCurrencies($text);
        $found = [];
        foreach (self::SCALES as $pattern => $scale) {
            if (preg_match($pattern, $text, $m) === 1) {
                $found[(string) $scale] = str_replace('¤', '', $m[0]) !== '' ? trim(str_replace('¤', '', $m[0])) : $m[0];
                $text = (string) preg_replace($pattern, ' ', $text);
            }
        }

        return $found;
    }

    /** The text with "¤" for every currency, in code, sign or word. */
    private static function withoutCurrencies(string $text): string
    {
        foreach (array_keys(self::WORDS) as $pattern) {
            $text = (string) preg_replace($pattern, '¤', $text);
        }
        $text = (string) preg_replace('/(?:US|CA|AU|NZ|HK|C|A|S)?\$|[€£₹₩₽₺¥]/u', '¤', $text);

        return (string) preg_replace_callback(
            '/\b(MM?|[kKTBm])?([A-Z]{3})(m|mm|mn|mln|k|bn|th)?\b/',
            static fn (array $m): string => self::isCurrency($m[2]) ? $m[1].'¤'.($m[3] ?? '') : $m[0],
            $text,
        );
    }

    /** @return list<string> */
    private static function currenciesIn(string $text): array
    {
        foreach (self::MINOR as $minor => $currency) {
            if (preg_match("/\\b{$minor}\\b/", $text) === 1) {
                return [$currency];
            }
        }
        preg_match_all('/\b(?:MM?|[kKTBm])?([A-Z]{3})(?:m|mm|mn|mln|k|bn|th)?\b/', $text, $codes);
        $named = array_values(array_unique(array_filter($codes[1], self::isCurrency(...))));
        if ($named !== []) {
            return [$named[0]];
        }
        foreach (self::WORDS as $pattern => $currencies) {
            if (preg_match($pattern, $text) === 1) {
                return $currencies;
            }
        }
        foreach (self::SYMBOLS as $symbol => $currencies) {
            if (str_contains($text, $symbol)) {
                return $currencies;
            }
        }

        return str_contains($text, '$') || preg_match('/\bdollars?\b/i', $text) === 1 ? self::DOLLARS : [];
    }

    /** @return list<string> codes of ISO 4217 in use, without those that are English words in capitals */
    private static function codes(): array
    {
        return explode(
            ' ',
            'AED AFN AMD AOA ARS AUD AWG AZN BAM BBD BDT BGN BHD BIF BMD BND BOB BRL BSD BTN BWP BYN BZD CAD CDF CHF CLP CNY COP CRC '.
                'CUP CVE CZK DJF DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GNF GTQ GYD HKD HNL HTG HUF IDR ILS INR IQD '.
                'IRR ISK JMD JOD JPY KES KGS KHR KMF KPW KRW KWD KYD KZT LAK LBP LKR LRD LSL LYD MAD MDL MGA MKD MMK MNT MOP MRU MUR '.
                'MVR MWK MXN MYR MZN NAD NGN NIO NOK NPR NZD OMR PAB PEN PGK PHP PKR PLN PYG QAR RON RSD RUB RWF SAR SBD SCR SDG SEK '.
                'SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TND TTD TWD TZS UAH UGX USD UYU UZS VED VES VND VUV WST YER '.
                'ZAR ZMW ZWG',
        );
    }
}
