<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

/** All of a request's writing is in the database, and its transaction still open: now what rests on it is reckoned. */
final class Written
{
}
