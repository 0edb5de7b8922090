<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

/** In which half of the world the nursery lies. */
enum Hemisphere: string
{
    case North = 'north';
    case South = 'south';

    /** @return non-empty-list<int> the months in which leaves under glass are thirsty */
    public function summer(): array
    {
        return $this === self::North ? [5, 6, 7, 8, 9] : [11, 12, 1, 2, 3];
    }
}
