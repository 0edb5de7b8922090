<?php

declare(strict_types=1);

namespace WetCradle\Core\Course;

use WetCradle\Core\Fact;

/** What a batch goes through between the plant and being ready, in the order in which it can. */
enum StageKind: string
{
    case Held = 'held';
    case Sealing = 'sealing';
    case Mist = 'mist';
    case Cover = 'cover';
    case Below = 'below';
    case Dry = 'dry';
    case Still = 'still';
    case Mother = 'mother';
    case Ground = 'ground';
    case Weaning = 'weaning';
    case CutLoose = 'cut_loose';
    case Cells = 'cells';
    case Rest = 'rest';
    case Growing = 'growing';
    case SetOut = 'set_out';
    case Ready = 'ready';

    /** From sticking until the first step of weaning. */
    public function isRooting(): bool
    {
        return in_array($this, [self::Mist, self::Cover, self::Below, self::Dry, self::Still, self::Mother, self::Ground], true);
    }

    /** From the first step after it has roots until the last has had its days. */
    public function isWeaning(): bool
    {
        return $this === self::Weaning || $this === self::CutLoose;
    }

    /** From its pot on, until it is ready: potted, or set out in the pot that it was stuck in. */
    public function isGrowingOn(): bool
    {
        return $this === self::Growing || $this === self::SetOut;
    }

    /** Before anything is stuck. */
    public function isBeforeSticking(): bool
    {
        return $this === self::Held || $this === self::Sealing;
    }

    public function words(): Fact
    {
        return Fact::of("stage.{$this->value}");
    }
}
