<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use Doctrine\DBAL\Connection;
use WetCradle\Core\Rooting\Dying;
use WetCradle\Core\Rooting\Seen;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/** Whether rot was seen on a line by the newest look at it, and what that makes of waiting. */
final class RotSeen
{
    /** What was seen longer ago has run its course. */
    private const DAYS = 21;

    public function __construct(private readonly Connection $db, private readonly House $house, private readonly Today $today)
    {
    }

    public function dying(Line $line): Dying
    {
        $look = Row::first(
            $this->db,
            'SELECT seen, share, at FROM round_look WHERE line_id = ? AND at >= ? ORDER BY at DESC, id DESC LIMIT 1',
            [$line->id, $this->today->day()->modify(sprintf('-%d days', self::DAYS))->format('Y-m-d')],
        );
        $isRot = $look !== null && $look->text('seen') === Seen::Rot->value;

        return Dying::inAWeek(
            $isRot ? $look->day('at')->setTime(0, 0) : null,
            $isRot && $look->has('share') ? $look->float('share') : null,
            $this->house->defaults(),
        );
    }
}
