<?php

declare(strict_types=1);

namespace Logion\Following;

/** What of a company can be looked at again and again. */
enum CheckKind: string
{
    case PriceBelow = 'price_below';

    case PriceAbove = 'price_above';

    /** The price comes near a level or a line that was drawn. */
    case Level = 'level';

    /** A criterion holds. */
    case Criterion = 'criterion';

    /** A criterion that could be decided does not hold. */
    case CriterionEnds = 'criterion_ends';

    /** A quarter brought more, or less, than was expected of it. */
    case Surprise = 'surprise';

    /** What is expected of the fiscal year that runs moved. */
    case Revision = 'revision';

    /** Insiders bought in the open market. */
    case Insider = 'insider';

    /** A regular dividend is another than the one before. */
    case Dividend = 'dividend';

    case Date = 'date';

    /** Whether it is something that happens, rather than something that is so for a while. */
    public function isEvent(): bool
    {
        return in_array($this, [self::Surprise, self::Insider, self::Dividend], true);
    }

    public function isOfPrice(): bool
    {
        return in_array($this, [self::PriceBelow, self::PriceAbove, self::Level], true);
    }

    public function isCriterion(): bool
    {
        return $this === self::Criterion || $this === self::CriterionEnds;
    }
}
