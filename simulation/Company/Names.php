<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Identity\Isin;

/**
 * Invented names: places of an archipelago that does not exist, and plain trade words.
 */
final class Names
{
    public const COUNTRIES = ['XA' => 'Tharnholm', 'XB' => 'Ostrelay', 'XC' => 'Veyskerry'];

    /** code => [name, country] */
    public const EXCHANGES = [
        'XQTH' => ['Tharnholm Exchange', 'XA'],
        'XQOS' => ['Ostrelay Bourse', 'XB'],
        'XQVE' => ['Veyskerry Market', 'XC'],
    ];

    /** Tickers of indices and funds, which no company may have. */
    public const RESERVED_TICKERS = ['ALLSH', 'IXTH', 'IXOS', 'IXVE', 'FALLS', 'FOSTR'];

    public const CURRENCY = 'XCR';

    public const OTHER_CURRENCY = 'XVN';

    /** ISIC Rev. 4 class of trusts, funds and similar entities. */
    public const FUNDS = '6430';

    public const PLACES = [
        'Brannoch',
        'Quill Sound',
        'Orrin Head',
        'Fennaskaig',
        'Ulveray',
        'Morrowfen',
        'Ixenby',
        'Tarvelden',
        'Skellanmoor',
        'Wrackness',
        'Dunmirrow',
        'Hallowick Bay',
        'Pethergate',
        'Vorrisay',
        'Colmarrow',
        'Grimsaydale',
        'Ebbermouth',
        'Tolvaskerry',
        'Nethershiel',
        'Yarrowcleft',
        'Ashkeel',
        'Lanternholm',
        'Cawdrith',
        'Merrowstack',
        'Osk Point',
        'Penwhistle',
        'Rathquoy',
        'Sundrigan',
        'Thistlevoe',
        'Umbermere',
        'Vantisle',
        'Whaupness',
        'Xanverry',
        'Yesterhaven',
        'Zennarock',
        'Aldervoe',
        'Birkskerry',
        'Crannagull',
        'Drumvelley',
        'Eidersay',
        'Fallowreach',
        'Gannetstead',
        'Hethermull',
        'Inverloom',
        'Jorrisay',
        'Kittiwick',
        'Lorn Tarvey',
        'Mizzlemoor',
        'Noddrigan',
        'Ottervale Sound',
    ];

    public const FAMILIES = [
        'Tarn',
        'Ulvey',
        'Skerrow',
        'Brannet',
        'Quillan',
        'Orrick',
        'Fennow',
        'Hallowin',
        'Merrow',
        'Dunskel',
        'Wrackley',
        'Yarrowby',
    ];

    /** Number of the exchange of a country, from one. */
    public static function exchangeOf(string $country): int
    {
        return array_search($country, array_keys(self::COUNTRIES), true) + 1;
    }

    /** ISIN of a country code and nine characters: ISO 6166 with its check digit (ISO/IEC 7064 by doubling). */
    public static function isin(string $country, string $body): string
    {
        return $country.$body.Isin::checkDigit($country.$body);
    }
}
