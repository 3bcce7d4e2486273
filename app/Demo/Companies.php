<?php

declare(strict_types=1);

namespace App\Demo;

use Logion\Reference\IndustryTree;

/** The companies of the demo: those with a story, and as many more as are wanted. */
final class Companies
{
    private const STORIES = 24;

    /** @return list<Profile> */
    public static function all(int $count, int $seed): array
    {
        $stories = self::stories($seed);
        $profiles = array_slice($stories, 0, $count);
        $chance = new Chance($seed + 17);
        $used = array_fill_keys(array_map(static fn (Profile $p): string => $p->name, $profiles), true);
        $tickers = array_fill_keys(
            [...Names::RESERVED_TICKERS, ...array_map(static fn (Profile $p): string => $p->ticker, $profiles)],
            true,
        );
        $weighted = [];
        foreach (Names::SECTORS as $code => $sector) {
            $weighted = [...$weighted, ...array_fill(0, $sector[1], (string) $code)];
        }
        for ($i = count($profiles); $i < $count; $i++) {
            $sector = $chance->pick($weighted);
            [$template, , $trades] = Names::SECTORS[$sector];
            do {
                $place = $chance->pick(Names::PLACES);
                $trade = $chance->pick($trades);
                $name = "{$place} {$trade}".(count($used) > 900 ? ' '.self::roman($chance->integer(2, 40 + intdiv($count, 60))) : '');
            } while (isset($used[$name]));
            $used[$name] = true;
            $ticker = self::ticker($place, $trade, $tickers);
            $tickers[$ticker] = true;
            $profiles[] = self::drawn($chance, $seed + 1000 + $i, $name, $ticker, $sector, $template, $place);
        }

        return self::sharingTickers($profiles);
    }

    /**
     * Among the drawn ones, two of different exchanges have one ticker, and one took over a ticker that another gave up.
     *
     * @param  list<Profile>  $profiles
     * @return list<Profile>
     */
    private static function sharingTickers(array $profiles): array
    {
        $drawn = array_slice($profiles, self::STORIES);
        $first = array_values(array_filter($drawn, static fn (Profile $profile): bool => $profile->country === 'XA'))[0] ?? null;
        $others = array_values(array_filter($drawn, static fn (Profile $profile): bool => $profile->country === 'XB'));
        if ($first !== null && count($others) > 1) {
            $others[0]->ticker = $first->ticker;
            $others[1]->events['former_ticker'] = [$others[1]->ticker, 20210111];
            $others[1]->ticker = 'SKRW';
        }

        return $profiles;
    }

    private static function drawn(
        Chance $c,
        int $seed,
        string $name,
        string $ticker,
        string $sector,
        string $template,
        string $place,
    ): Profile {
        $country = $c->pick(['XA', 'XA', 'XA', 'XB', 'XB', 'XC']);
        $size = exp($c->between(log(6e7), log(9e9)));
        $growth = 0.04 + 0.055 * $c->normal();
        $base = [
            '21' => [0.62, 0.17, 0.3, 0.1],
            '62' => [0.68, 0.16, 0.5, 0.14],
            '26' => [0.45, 0.13, 1.0, 0.08],
            '07' => [0.34, 0.15, 2.0, 0.0],
            '24' => [0.24, 0.09, 1.8, 0.01],
            '35' => [0.42, 0.18, 0.3, 0.0],
            '61' => [0.55, 0.17, 0.3, 0.0],
            '47' => [0.33, 0.06, 0.8, 0.0],
            '46' => [0.21, 0.045, 0.8, 0.0],
            '10' => [0.32, 0.09, 0.3, 0.005],
            '11' => [0.5, 0.16, 0.3, 0.0],
            '41' => [0.2, 0.065, 1.6, 0.0],
            '50' => [0.3, 0.1, 1.7, 0.0],
            '55' => [0.4, 0.11, 1.8, 0.0],
            '86' => [0.36, 0.1, 0.2, 0.0],
        ][$sector] ?? [0.35, 0.1, 1.1, 0.015];
        $margin = match ($template) {
            'bank' => $c->between(0.3, 0.48),
            'insurer' => $c->between(-0.01, 0.06),
            'property' => 0.6,
            default => 0.85 * $base[1] * exp(0.35 * $c->normal()) - ($c->uniform() < 0.09 ? $base[1] * $c->between(1.0, 1.8) : 0.0),
        };
        $multiple = 9 + 110 * max(0.0, min(0.16, $growth + 0.03)) + $c->between(-2, 5) - 2.5 * $base[2];
        $capital = ['35' => 0.16, '61' => 0.14, '07' => 0.12, '50' => 0.11, '55' => 0.09][$sector] ?? $c->between(0.02, 0.07);

        return new Profile(
            $seed,
            $name,
            $ticker,
            $country,
            $sector,
            $template,
            self::describe(IndustryTree::label($sector), $place, $country, $template),
            $size,
            $growth,
            0.6 * $growth + 0.012,
            $template === 'property' ? $c->between(0.66, 0.76) : min(0.9, $base[0] * exp(0.12 * $c->normal())),
            $margin,
            $base[2] * $c->between(0.5, 1.4),
            max(0.0, $c->between(-0.1, 0.75)),
            $capital,
            $template === 'property' ? $c->between(0.7, 0.92) : max(0.0, $c->between(-0.15, 0.65)),
            max(0.0, $c->between(-0.5, 0.6)),
            $c->between(0.02, 0.09),
            $c->between(0.55, 1.5),
            $template === 'property' ? $c->between(11, 17) : max(7.0, $multiple),
            round($size / $c->between(9, 70), -3),
            $base[3] * $c->between(0.4, 1.6),
            $c->between(0.001, 0.012),
            $c->uniform() < 0.12 ? $c->pick([3, 6, 9]) : 12,
            Names::CURRENCY,
            $template === 'property' ? 4 : $c->pick([1, 2, 2, 4]),
            $c->uniform() < 0.08 ? 0 : $c->integer(2, 18),
            exp($c->between(-1.5, 0.9)),
        );
    }

    private static function describe(string $label, string $place, string $country, string $template): string
    {
        $land = Names::COUNTRIES[$country];

        return match ($template) {
            'bank' => "A deposit bank with branches around {$place} on {$land}, lending to households and small trades.",
            'insurer' => "Insures ships, houses and harbours from {$place} on {$land}, and invests the premiums until claims fall due.",
            'property' => "Owns and lets warehouses, offices and flats around {$place} on {$land}.",
            default => "{$label} from {$place} on {$land}; sells to the whole archipelago.",
        };
    }

    /** @param  array<string, bool>  $taken */
    private static function ticker(string $place, string $trade, array $taken): string
    {
        $a = strtoupper((string) preg_replace('/[^A-Za-z]/', '', $place));
        $b = strtoupper((string) preg_replace('/[^A-Za-z]/', '', $trade));
        foreach ([[3, 2], [2, 3], [4, 1], [3, 3], [4, 2]] as [$x, $y]) {
            $ticker = substr($a, 0, $x).substr($b, 0, $y);
            if (! isset($taken[$ticker])) {
                return $ticker;
            }
        }
        for ($i = 2; isset($taken[substr($a, 0, 3).substr($b, 0, 2).$i]); $i++);

        return substr($a, 0, 3).substr($b, 0, 2).$i;
    }

    private static function roman(int $number): string
    {
        $text = '';
        foreach (['L' => 50, 'XL' => 40, 'X' => 10, 'IX' => 9, 'V' => 5, 'IV' => 4, 'I' => 1] as $letter => $value) {
            while ($number >= $value) {
                $text .= $letter;
                $number -= $value;
            }
        }

        return $text;
    }

    /**
     * The hand-written companies; docs/guide/demo-companies.md says what to look for in each.
     *
     * @return list<Profile>
     */
    private static function stories(int $seed): array
    {
        $make = static function (
            int $i,
            string $name,
            string $ticker,
            string $country,
            string $sector,
            string $description,
            array $with,
            array $events = [],
        ) use ($seed): Profile {
            $defaults = [
                'revenue' => 9e8,
                'growth' => 0.05,
                'growthLater' => 0.04,
                'grossMargin' => 0.38,
                'operatingMargin' => 0.12,
                'cyclicality' => 0.6,
                'debtToRevenue' => 0.25,
                'capitalIntensity' => 0.045,
                'payout' => 0.35,
                'buyback' => 0.0,
                'noise' => 0.025,
                'beta' => 0.95,
                'multiple' => 14.0,
                'shares' => 5e7,
            ];
            $profile = new Profile(
                ...[
                    'seed' => $seed + $i,
                    'name' => $name,
                    'ticker' => $ticker,
                    'country' => $country,
                    'sector' => $sector,
                    'template' => Names::SECTORS[$sector][0],
                    'description' => $description,
                    ...$defaults,
                    ...$with,
                ],
            );
            $profile->events = $events;

            return $profile;
        };
        $acquisitions = [];
        foreach ([2016, 2017, 2018, 2019, 2021, 2022, 2023, 2024] as $year) {
            $acquisitions[$year * 10 + 2] = 0.16;
        }

        return [
            $make(
                1,
                'Brannoch Saltworks',
                'BRSW',
                'XA',
                '10',
                'Sea salt and preserved fish in tins, sold under its own labels for generations. Grows a little every year and earns far '
                    .'more than its capital costs.',
                [
                    'growth' => 0.075,
                    'growthLater' => 0.065,
                    'grossMargin' => 0.52,
                    'operatingMargin' => 0.21,
                    'cyclicality' => 0.15,
                    'debtToRevenue' => 0.05,
                    'payout' => 0.4,
                    'noise' => 0.012,
                    'beta' => 0.7,
                    'multiple' => 19.0,
                    'analysts' => 14,
                ],
            ),
            $make(
                2,
                'Deep Lode Tin of Orrin',
                'ORTN',
                'XA',
                '07',
                'Mines tin below the sea bed. Margins stand at the top of their ten-year range while the price of tin is high; the low '
                    .'multiple of earnings is a multiple of a peak.',
                [
                    'growth' => 0.02,
                    'growthLater' => 0.02,
                    'grossMargin' => 0.34,
                    'operatingMargin' => 0.13,
                    'cyclicality' => 2.6,
                    'debtToRevenue' => 0.35,
                    'capitalIntensity' => 0.11,
                    'beta' => 1.6,
                    'multiple' => 6.5,
                    'noise' => 0.05,
                ],
                ['margin' => [2024 => 0.25, 2025 => 0.3, 2026 => 0.31], 'rating' => [2025 => 0.8, 2026 => 0.7]],
            ),
            $make(
                3,
                'Quill Sound Codeworks',
                'QSCW',
                'XB',
                '62',
                'Bookkeeping programs for harbours, sold by subscription. Doubles every few years and has never earned a profit; '
                    .'shareholders pay for the growth.',
                [
                    'revenue' => 4.5e7,
                    'growth' => 0.42,
                    'growthLater' => 0.26,
                    'grossMargin' => 0.72,
                    'operatingMargin' => -0.22,
                    'cyclicality' => 0.2,
                    'debtToRevenue' => 0.0,
                    'capitalIntensity' => 0.03,
                    'payout' => 0.0,
                    'research' => 0.28,
                    'stockCompensation' => 0.09,
                    'noise' => 0.05,
                    'beta' => 1.5,
                    'multiple' => 40.0,
                    'shares' => 3e7,
                ],
                [
                    'margin' => [2022 => -0.18, 2023 => -0.15, 2024 => -0.12, 2025 => -0.09, 2026 => -0.06],
                    'sales_multiple' => 5.5,
                    'shorted' => 0.28,
                ],
            ),
            $make(
                4,
                'Fennaskaig Savings Bank',
                'FNSB',
                'XA',
                '64',
                'The largest deposit bank of Tharnholm. Deposits fund loans; there are no inventories here, and debt is its raw material.',
                [
                    'revenue' => 1.6e9,
                    'growth' => 0.05,
                    'growthLater' => 0.045,
                    'operatingMargin' => 0.44,
                    'cyclicality' => 0.8,
                    'payout' => 0.45,
                    'shares' => 2.4e8,
                    'multiple' => 10.0,
                    'analysts' => 16,
                ],
            ),
            $make(
                5,
                'Hallowick Marine Assurance',
                'HMAS',
                'XB',
                '65',
                'Insures hulls and cargo. Underwriting results swing with the storms; the float earns the rest.',
                ['revenue' => 8e8, 'growth' => 0.045, 'operatingMargin' => 0.04, 'payout' => 0.5, 'shares' => 6e7, 'multiple' => 10.0],
            ),
            $make(
                6,
                'Morrowfen Wharf Properties',
                'MWPR',
                'XA',
                '68',
                'Lets quays and cold stores. Pays every month, issues shares every year, and pays out more than its earnings, though '
                    .'less than its funds from operations.',
                [
                    'revenue' => 3.2e8,
                    'growth' => 0.085,
                    'growthLater' => 0.06,
                    'grossMargin' => 0.72,
                    'operatingMargin' => 0.6,
                    'payout' => 0.88,
                    'multiple' => 15.0,
                    'shares' => 4.5e7,
                    'dividendFrequency' => 12,
                    'noise' => 0.015,
                    'beta' => 0.75,
                ],
            ),
            $make(
                7,
                'Skellanmoor Combined Trades',
                'SKCT',
                'XB',
                '46',
                'Has bought a rival nearly every year. Goodwill exceeds its equity, and debt pays for most of it.',
                [
                    'revenue' => 5e8,
                    'growth' => 0.03,
                    'growthLater' => 0.02,
                    'grossMargin' => 0.29,
                    'operatingMargin' => 0.1,
                    'debtToRevenue' => 0.75,
                    'payout' => 0.2,
                    'multiple' => 12.0,
                ],
                [
                    'acquisition' => $acquisitions,
                    'impairment' => [20204 => 0.06],
                    'former_ticker' => ['SKRW', 20180601],
                    'former' => [['name', 'Skellanmoor Ropeworks', 20180601], ['sector', '13', 20180601]],
                ],
            ),
            $make(
                8,
                'Tarvelden Remedies',
                'TVRM',
                'XA',
                '21',
                'Makes generic medicines. In 2023 a change of law cost it a tax charge several times that of the years around it; '
                    .'nothing else happened that year.',
                ['grossMargin' => 0.58, 'operatingMargin' => 0.18, 'research' => 0.09, 'cyclicality' => 0.2, 'multiple' => 16.0],
                ['tax_charge' => [20234 => 0.45]],
            ),
            $make(
                9,
                'Grimsaydale Engines',
                'GRME',
                'XC',
                '28',
                'Builds ship engines. Restructured in 2021 and 2022: two years of charges, higher margins after.',
                ['operatingMargin' => 0.07, 'grossMargin' => 0.27, 'cyclicality' => 1.2, 'multiple' => 12.0],
                [
                    'restructuring' => [20212 => 0.09, 20214 => 0.12, 20222 => 0.08],
                    'margin' => [2020 => 0.04, 2021 => 0.05, 2022 => 0.08, 2023 => 0.11, 2024 => 0.125, 2025 => 0.13, 2026 => 0.13],
                    'insider_buying' => 0.012,
                ],
            ),
            $make(
                10,
                'Ulveray Lenses',
                'ULVL',
                'XA',
                '26',
                'Optics for surveyors and now for everyone. Its shares were split ten for one in August 2023; figures of before and '
                    .'after must meet on one basis.',
                [
                    'revenue' => 4e8,
                    'growth' => 0.17,
                    'growthLater' => 0.13,
                    'grossMargin' => 0.56,
                    'operatingMargin' => 0.23,
                    'payout' => 0.12,
                    'multiple' => 26.0,
                    'shares' => 9e6,
                    'beta' => 1.3,
                    'research' => 0.09,
                    'analysts' => 18,
                ],
                ['split' => [20233 => 10.0]],
            ),
            $make(
                11,
                'Wrackness Packets',
                'WRPK',
                'XC',
                '50',
                'An old shipping line in trouble. Merged twenty shares into one in 2022 to be worth counting again.',
                [
                    'growth' => -0.03,
                    'growthLater' => -0.01,
                    'operatingMargin' => 0.015,
                    'grossMargin' => 0.18,
                    'cyclicality' => 2.2,
                    'debtToRevenue' => 0.6,
                    'payout' => 0.0,
                    'multiple' => 8.0,
                    'shares' => 9e8,
                    'beta' => 1.8,
                    'noise' => 0.07,
                ],
                ['split' => [20222 => 0.05], 'former' => [['reporting_currency', Names::OTHER_CURRENCY, 20190415]]],
            ),
            $make(
                12,
                'Dunmirrow Grid',
                'DMGR',
                'XB',
                '35',
                'Carries electricity between the islands. Cut its dividend by half in 2020 after holding it too long.',
                [
                    'growth' => 0.01,
                    'growthLater' => 0.015,
                    'grossMargin' => 0.4,
                    'operatingMargin' => 0.15,
                    'debtToRevenue' => 1.3,
                    'capitalIntensity' => 0.15,
                    'payout' => 0.85,
                    'multiple' => 12.0,
                    'beta' => 0.6,
                    'dividendFrequency' => 4,
                ],
                ['dividend_cut' => [20201 => 0.5]],
            ),
            $make(
                13,
                'Pethergate Springs',
                'PGSP',
                'XA',
                '11',
                'Bottles water from one valley. Has raised its dividend in every year on record.',
                [
                    'growth' => 0.06,
                    'growthLater' => 0.055,
                    'grossMargin' => 0.5,
                    'operatingMargin' => 0.19,
                    'cyclicality' => 0.15,
                    'payout' => 0.5,
                    'noise' => 0.012,
                    'beta' => 0.6,
                    'multiple' => 19.0,
                    'dividendFrequency' => 4,
                ],
                ['dividend_grower' => true],
            ),
            $make(
                14,
                'Vorrisay Instruments',
                'VRSI',
                'XB',
                '26',
                'Gauges and scales; spends nearly all free cash on its own shares. The share count shrinks year after year.',
                [
                    'growth' => 0.05,
                    'growthLater' => 0.04,
                    'grossMargin' => 0.5,
                    'operatingMargin' => 0.2,
                    'payout' => 0.1,
                    'buyback' => 0.95,
                    'multiple' => 13.0,
                    'stockCompensation' => 0.003,
                    'research' => 0.06,
                ],
            ),
            $make(
                15,
                'Colmarrow Inns',
                'CLMI',
                'XA',
                '55',
                'Franchises its name to innkeepers. Equity is negative after debt-funded buy-backs, and the business is healthy: cash '
                    .'earnings cover interest many times.',
                [
                    'growth' => 0.06,
                    'growthLater' => 0.05,
                    'grossMargin' => 0.66,
                    'operatingMargin' => 0.31,
                    'cyclicality' => 0.6,
                    'debtToRevenue' => 1.1,
                    'capitalIntensity' => 0.025,
                    'payout' => 0.35,
                    'buyback' => 0.9,
                    'multiple' => 18.0,
                ],
                ['leveraged_buyback' => [20173 => 0.35, 20183 => 0.35, 20193 => 0.3]],
            ),
            $make(
                16,
                'Ebbermouth Lamps',
                'EBLP',
                'XC',
                '27',
                'Sells ever fewer lamps and holds more cash than it is worth on the market: its enterprise value is negative.',
                [
                    'revenue' => 2.2e8,
                    'growth' => -0.02,
                    'growthLater' => -0.02,
                    'operatingMargin' => 0.035,
                    'debtToRevenue' => 0.0,
                    'capitalIntensity' => 0.01,
                    'payout' => 0.0,
                    'multiple' => 5.0,
                    'beta' => 0.8,
                    'analysts' => 0,
                ],
                ['cash_pile' => 3.0, 'rating' => array_fill_keys(range(2014, 2030), 0.75)],
            ),
            $make(
                17,
                'Tolvaskerry Yarns',
                'TLVY',
                'XB',
                '13',
                'Restated its 2023 accounts in June 2025: revenue had been booked too early. Both versions are kept, each with its date.',
                ['operatingMargin' => 0.08, 'multiple' => 11.0],
                ['restated' => [2023 => 0.93]],
            ),
            $make(
                18,
                'Nethershiel Masons',
                'NSMS',
                'XC',
                '41',
                'Builds quays. The accounts of 2019 were never published, and it stopped reporting inventories after that.',
                ['operatingMargin' => 0.06, 'grossMargin' => 0.2, 'cyclicality' => 1.5, 'multiple' => 9.0],
                ['missing_year' => 2019, 'missing_lines_from' => 2020],
            ),
            $make(
                19,
                'Yarrowcleft Fisheries',
                'YCFI',
                'XC',
                '03',
                'Fishes far waters, reports in Veyskerry nobles and closes its books in March; its shares trade in crowns.',
                [
                    'growth' => 0.04,
                    'operatingMargin' => 0.11,
                    'yearEndMonth' => 3,
                    'reportingCurrency' => Names::OTHER_CURRENCY,
                    'multiple' => 12.0,
                ],
                ['also_listed' => [1, 'YCFI', Names::OTHER_CURRENCY, 20190304]],
            ),
            $make(
                20,
                'Ashkeel Windings',
                'ASKW',
                'XA',
                '27',
                'Was taken over in November 2024 at a third above the last price; its history stays in every back-test.',
                ['growth' => 0.07, 'operatingMargin' => 0.14, 'multiple' => 12.0],
                ['delisted' => [20241115, 'Taken over at 1.33 times the last price.']],
            ),
            $make(
                21,
                'Lanternholm Emporium',
                'LNTE',
                'XB',
                '47',
                'A chain of department stores that failed in the spring of 2021.',
                [
                    'growth' => -0.05,
                    'growthLater' => -0.08,
                    'operatingMargin' => -0.02,
                    'grossMargin' => 0.29,
                    'debtToRevenue' => 0.5,
                    'payout' => 0.0,
                    'multiple' => 6.0,
                    'beta' => 1.6,
                ],
                ['delisted' => [20210330, 'Insolvent.'], 'rating' => [2019 => 0.7, 2020 => 0.25, 2021 => 0.06]],
            ),
            $make(
                22,
                'Osk Point Almanacs',
                'OSKA',
                'XC',
                '62',
                'Prints tide tables and keeps a small archive. Hardly a share changes hands in a week.',
                [
                    'revenue' => 1.1e7,
                    'growth' => 0.03,
                    'operatingMargin' => 0.14,
                    'payout' => 0.5,
                    'multiple' => 8.0,
                    'shares' => 1.2e6,
                    'analysts' => 0,
                    'turnover' => 0.008,
                ],
                ['left_index' => 20220919],
            ),
            $make(
                23,
                'Cawdrith Gearworks',
                'CWGW',
                'XB',
                '28',
                'Profits run ahead of cash: receivables and inventories grow faster than sales, year after year.',
                ['growth' => 0.09, 'growthLater' => 0.1, 'operatingMargin' => 0.15, 'multiple' => 15.0],
                [
                    'slow_receivables' => [
                        2019 => 0.1,
                        2020 => 0.3,
                        2021 => 0.55,
                        2022 => 0.85,
                        2023 => 1.2,
                        2024 => 1.6,
                        2025 => 2.1,
                        2026 => 2.3,
                    ],
                ],
            ),
            $make(
                24,
                'Merrowstack Resins',
                'MRSR',
                'XA',
                '20',
                'Volumes double if a single assumption holds: that the price of resin stays where it is. Consensus hangs on it.',
                [
                    'growth' => 0.12,
                    'growthLater' => 0.1,
                    'operatingMargin' => 0.16,
                    'cyclicality' => 1.8,
                    'multiple' => 17.0,
                    'noise' => 0.08,
                    'beta' => 1.4,
                ],
                ['second_class' => ['MRSRB', 0.2, 0.86]],
            ),
        ];
    }
}
