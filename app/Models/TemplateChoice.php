<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** The kind of business a user chose for a company, with the reason. */
final class TemplateChoice extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'template_choices';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
