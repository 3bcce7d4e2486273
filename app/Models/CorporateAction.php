<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A split of a security. */
final class CorporateAction extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'corporate_actions';
}
