<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A company on a list, with the mark it was given.
 *
 * @property string|null $note
 */
final class CompanyListItem extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'company_list_items';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return BelongsTo<CompanyList, $this> */
    public function list(): BelongsTo
    {
        return $this->belongsTo(CompanyList::class, 'company_list_id');
    }
}
