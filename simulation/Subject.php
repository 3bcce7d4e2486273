<?php

declare(strict_types=1);

namespace Simulation;

/** What a publication is about. */
enum Subject: string
{
    case Country = 'country';
    case Exchange = 'exchange';
    case Holiday = 'holiday';
    case Company = 'company';
    case Security = 'security';
    case Identifier = 'identifier';
    case Listing = 'listing';
    case ListingEnd = 'listing_end';
    case Name = 'name';
    case Index = 'index';
    case Member = 'member';
    case MemberEnd = 'member_end';
    case Filing = 'filing';
    case Bar = 'bar';
    case BarsByHour = 'bars_by_hour';
    case Action = 'action';
    case Dividend = 'dividend';
    case Consensus = 'consensus';
    case Estimate = 'estimate';
    case Rating = 'rating';
    case Observation = 'observation';
    case Holding = 'holding';
    case InsiderTrade = 'insider_trade';
    case Guidance = 'guidance';
    case CalendarDate = 'calendar_date';
    case News = 'news';
    case Takeover = 'takeover';
    case Transaction = 'transaction';
    case Series = 'series';
    case Forecast = 'forecast';
}
