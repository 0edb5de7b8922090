<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

/** What a valve does between sunset and sunrise. */
enum NightRule: string
{
    /** As by day. */
    case AsByDay = 'as_by_day';
    /** Only once the film is all but gone, and not often: a leaf dries slowly in the dark, and what stands wet rots. */
    case Sparing = 'sparing';
    case Off = 'off';
}
