<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\EvaluationContext;
use App\Http\RequestContexts;
use Illuminate\Http\Request;
use Logion\Screening\InvalidScreen;
use Logion\Screening\ScreenDefinition;

/** What every question about a screen brings along: the screen and the day. */
final class ScreenRequest
{
    /**
     * @param  array<string, list<string>>  $rules  for what else is asked
     * @return array{ScreenDefinition, EvaluationContext, array<string, mixed>} screen, context, all that was validated
     */
    public static function read(Request $request, RequestContexts $contexts, array $rules = []): array
    {
        $data = $request->validate(['screen' => ['present', 'array'], 'as_of' => ['nullable', 'string'], ...$rules]);

        return [self::screen($data['screen']), $contexts->of($request, $data['as_of'] ?? null), $data];
    }

    /** An empty text passes for an array in validation; here it does not. */
    public static function screen(mixed $screen): ScreenDefinition
    {
        return is_array($screen) ? ScreenDefinition::fromArray($screen) : throw InvalidScreen::because('it must be an object.');
    }
}
