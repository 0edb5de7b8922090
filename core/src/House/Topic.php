<?php

declare(strict_types=1);

namespace WetCradle\Core\House;

use WetCradle\Core\Fact;

/** Where in its settings a nursery looks for one of its habits. */
enum Topic: string
{
    case LookingAfter = 'looking_after';
    case Cutting = 'cutting';
    case MakingUp = 'making_up';
    case Bench = 'bench';
    case Waiting = 'waiting';
    case Potting = 'potting';
    case Planning = 'planning';
    case Mist = 'mist';

    public function label(): Fact
    {
        return Fact::of("topic.{$this->value}");
    }
}
