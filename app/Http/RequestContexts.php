<?php

declare(strict_types=1);

namespace App\Http;

use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Models\User;
use Illuminate\Http\Request;

/** The evaluation context of a request: its user, the day it names, and whether it wants figures as adjusted. */
final class RequestContexts
{
    /** Requests say with this header that figures are wanted as "adjusted". */
    public const HEADER = 'Logion-Figures';

    public function __construct(private readonly EvaluationContexts $contexts)
    {
    }

    /** @param  mixed  $day  YYYY-MM-DD; the latest day with data if null */
    public function of(Request $request, mixed $day = null): EvaluationContext
    {
        $user = $request->user();

        return $this->contexts->of($user instanceof User ? $user : null, $day, $request->header(self::HEADER) === 'adjusted');
    }
}
