<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

/** Whether a step of a weaning was taken, was put off to a day by somebody, or falls as it is reckoned. */
enum WeanState: string
{
    case Planned = 'planned';
    case PutOff = 'put_off';
    case Done = 'done';
}
