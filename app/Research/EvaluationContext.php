<?php

declare(strict_types=1);

namespace App\Research;

use App\Facts\Viewpoint;
use App\Models\User;
use Logion\Metrics\Catalogue;

/**
 * What a question about figures depends on besides the company or universe it asks about: the day, whose metrics and lists can
 * be named, and whose corrections and one-offs count. It is made where the question comes in, by a request, a command or a job,
 * and handed on; nothing on the way asks for a user or a day by itself.
 */
final readonly class EvaluationContext
{
    public function __construct(public int $day, public Catalogue $catalogue, public ?User $user = null, public ?Viewpoint $as = null)
    {
    }

    /** The same question on another day. */
    public function on(int $day): self
    {
        return new self($day, $this->catalogue, $this->user, $this->as);
    }

    /** The same question about figures with, or without, the one-offs taken out. */
    public function adjusted(bool $adjusted): self
    {
        return $this->as === null ? $this : new self($this->day, $this->catalogue, $this->user, new Viewpoint($this->as->userId, $this->as->author, $adjusted));
    }
}
