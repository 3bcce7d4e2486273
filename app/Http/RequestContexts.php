<?php

declare(strict_types=1);

namespace App\Http;

use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Models\User;
use Illuminate\Http\Request;

/** The evaluation context of a request: its user, the day it names, whether it wants figures as adjusted, and the peers of a link. */
final class RequestContexts
{
    /** Requests say with this header that figures are wanted as "adjusted". */
    public const HEADER = 'Logion-Figures';

    /** Requests say with this header that the peers of a link count. What is kept is kept with the reader's own. */
    public const PEERS = 'Logion-Peers';

    public function __construct(private readonly EvaluationContexts $contexts)
    {
    }

    /** @param  mixed  $day  YYYY-MM-DD; the latest day with data if null */
    public function of(Request $request, mixed $day = null): EvaluationContext
    {
        $user = $request->user();

        return $this->contexts->of(
            $user instanceof User ? $user : null,
            $day,
            self::told($request, self::HEADER, 'figures') === 'adjusted',
            $request->isMethod('PUT') ? null : self::told($request, self::PEERS, 'peers'),
        );
    }

    /** What a header says, or the address of a file that is fetched without one. */
    private static function told(Request $request, string $header, string $name): ?string
    {
        $told = $request->header($header) ?? $request->query($name);

        return is_string($told) ? $told : null;
    }
}
