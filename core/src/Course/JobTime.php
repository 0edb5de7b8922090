<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** When in its stage a job falls. */
enum JobTime: string
{
    case Begin = 'begin';
    case Every = 'every';
    case End = 'end';
}
