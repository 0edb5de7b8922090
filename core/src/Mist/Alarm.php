<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Fact;

/** Something that is wrong in a zone, since when, and how long there is until it does harm. */
final class Alarm
{
    /**
     * @param int  $since     minute since 1970
     * @param ?int $harmAfter minutes from now until leaves wilt, where it is water that is missing; null where nobody can say
     */
    public function __construct(public readonly AlarmKind $kind, public readonly int $since, public readonly Fact $says, public readonly ?int $harmAfter)
    {
    }
}
