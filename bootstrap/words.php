<?php

declare(strict_types=1);

use Logion\Figure\Words;

// What the application says is known wherever its classes are, also to those that are tested without a framework.
Words::add(dirname(__DIR__).'/lang');
