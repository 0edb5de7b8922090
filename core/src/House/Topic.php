<?php

declare(strict_types=1);

namespace WetCradle\Core\House;

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

    public function label(): string
    {
        return match ($this) {
            self::LookingAfter => 'Looking after what roots',
            self::Cutting => 'Cutting and holding',
            self::MakingUp => 'Making up and sticking',
            self::Bench => 'Bench',
            self::Waiting => 'Waiting or clearing',
            self::Potting => 'Potting and growing on',
            self::Planning => 'Planning and learning',
        };
    }
}
