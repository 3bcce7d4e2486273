<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Http\DatedRequest;
use Logion\Figure\Words;
use Logion\Screening\InvalidScreen;
use Logion\Screening\ScreenDefinition;

/** What every question about a screen brings along: the screen and the day. */
class ScreenRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'screen' => ['present', 'array']];
    }

    public function screen(): ScreenDefinition
    {
        return self::definition($this->validated('screen'));
    }

    /** An empty text passes for an array in validation; here it does not. */
    public static function definition(mixed $screen): ScreenDefinition
    {
        return is_array($screen) ? ScreenDefinition::fromArray($screen) : throw InvalidScreen::because(Words::say('it_must_be_an_object'));
    }
}
