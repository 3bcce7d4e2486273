<?php

declare(strict_types=1);

/** Divisions of ISIC Revision 4 by code, with short plain labels; and the class of funds, which companies of division 64 are not. */
return [
    '01' => 'Crops and livestock', '02' => 'Forestry', '03' => 'Fishing and aquaculture',
    '05' => 'Coal mining', '06' => 'Oil and gas extraction', '07' => 'Mining of metal ores', '08' => 'Quarrying', '09' => 'Mining services',
    '10' => 'Food products', '11' => 'Beverages', '12' => 'Tobacco', '13' => 'Textiles', '14' => 'Clothing', '15' => 'Leather and footwear',
    '16' => 'Wood products', '17' => 'Paper', '18' => 'Printing', '19' => 'Refining', '20' => 'Chemicals', '21' => 'Pharmaceuticals',
    '22' => 'Rubber and plastics', '23' => 'Glass, ceramics and cement', '24' => 'Basic metals', '25' => 'Metal products',
    '26' => 'Electronics and optics', '27' => 'Electrical equipment', '28' => 'Machinery', '29' => 'Motor vehicles', '30' => 'Transport equipment',
    '31' => 'Furniture', '32' => 'Other manufacturing', '33' => 'Repair and installation of machinery',
    '35' => 'Electricity and gas', '36' => 'Water supply', '37' => 'Sewerage', '38' => 'Waste and recycling', '39' => 'Remediation',
    '41' => 'Construction', '42' => 'Civil engineering', '43' => 'Building trades',
    '45' => 'Motor trade', '46' => 'Wholesale', '47' => 'Retail',
    '49' => 'Land transport and pipelines', '50' => 'Water transport', '51' => 'Air transport', '52' => 'Warehousing and transport services',
    '53' => 'Post and couriers', '55' => 'Accommodation', '56' => 'Restaurants and catering',
    '58' => 'Publishing', '59' => 'Film, television and music', '60' => 'Broadcasting', '61' => 'Telecommunications',
    '62' => 'Software and computing', '63' => 'Information services',
    '64' => 'Banking', '65' => 'Insurance', '66' => 'Financial services', '6430' => 'Funds', '68' => 'Real estate',
    '69' => 'Law and accounting', '70' => 'Head offices and consulting', '71' => 'Architecture and engineering', '72' => 'Research and development',
    '73' => 'Advertising and market research', '74' => 'Other professional services', '75' => 'Veterinary services',
    '77' => 'Rental and leasing', '78' => 'Employment services', '79' => 'Travel agencies', '80' => 'Security services',
    '81' => 'Facility services', '82' => 'Office services', '84' => 'Public administration', '85' => 'Education',
    '86' => 'Health services', '87' => 'Residential care', '88' => 'Social work', '90' => 'Arts', '91' => 'Libraries and museums',
    '92' => 'Gambling', '93' => 'Sports and recreation', '94' => 'Membership organisations', '95' => 'Repair of goods', '96' => 'Personal services',
    '97' => 'Households as employers', '98' => 'Household production', '99' => 'Extraterritorial organisations',
];
