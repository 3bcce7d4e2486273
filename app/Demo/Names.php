<?php

declare(strict_types=1);

namespace App\Demo;

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

    /** ISIC Rev. 4 division => [kind of business, weight, trade words] */
    public const SECTORS = [
        '03' => ['industrial', 3, ['Fisheries', 'Kelp Farms', 'Oyster Beds']],
        '07' => ['industrial', 4, ['Ores', 'Deep Lodes', 'Tin Workings']],
        '10' => ['industrial', 6, ['Canneries', 'Saltworks', 'Mills', 'Larders']],
        '11' => ['industrial', 3, ['Springs', 'Cider Presses', 'Malt Rooms']],
        '13' => ['industrial', 3, ['Weavers', 'Sailcloth', 'Yarns']],
        '17' => ['industrial', 3, ['Paper Lofts', 'Pulp Works', 'Card Mills']],
        '20' => ['industrial', 5, ['Alkalis', 'Pigments', 'Resins', 'Coatings']],
        '21' => ['industrial', 5, ['Remedies', 'Serums', 'Dispensaries']],
        '24' => ['industrial', 4, ['Foundries', 'Rolling Works', 'Alloys']],
        '26' => ['industrial', 6, ['Lenses', 'Circuits', 'Sensors', 'Instruments']],
        '27' => ['industrial', 4, ['Windings', 'Lamps', 'Dynamos']],
        '28' => ['industrial', 6, ['Winches', 'Pumps', 'Engines', 'Gearworks']],
        '30' => ['industrial', 4, ['Shipwrights', 'Hulls', 'Carriages']],
        '35' => ['industrial', 4, ['Tidal Power', 'Windways', 'Grid']],
        '41' => ['industrial', 4, ['Masons', 'Quaybuilders', 'Timberframe']],
        '46' => ['industrial', 4, ['Chandlers', 'Bonded Stores', 'Provisioners']],
        '47' => ['industrial', 6, ['Emporium', 'Outfitters', 'Stores', 'Market Halls']],
        '50' => ['industrial', 4, ['Ferries', 'Packets', 'Lighters']],
        '55' => ['industrial', 3, ['Inns', 'Bathing Hotels', 'Lodges']],
        '61' => ['industrial', 3, ['Cables', 'Signal', 'Relay']],
        '62' => ['industrial', 7, ['Ledgers', 'Codeworks', 'Computing', 'Almanacs']],
        '64' => ['bank', 7, ['Savings Bank', 'Harbour Bank', 'Credit House']],
        '65' => ['insurer', 5, ['Mutual Cover', 'Marine Assurance', 'Indemnity']],
        '68' => ['property', 6, ['Wharf Properties', 'Rentals', 'Land Trust']],
        '86' => ['industrial', 4, ['Infirmaries', 'Sanatoria', 'Care Homes']],
    ];

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

    /** ISIN of a country code and nine characters: ISO 6166 with its check digit (ISO/IEC 7064 by doubling). */
    public static function isin(string $country, string $body): string
    {
        return $country.$body.Isin::checkDigit($country.$body);
    }
}
