<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** How plants leave the nursery. Only what leaves in a pot is potted and grows on; all else is ready once it has roots and is weaned. */
enum LeavesAs: string
{
    case Pot = 'pot';
    case Plug = 'plug';
    case BareRoot = 'bare_root';
    case Bundle = 'bundle';

    public function isPotted(): bool
    {
        return $this === self::Pot;
    }

    /** Whether it stays in the tray that it rooted in until it is fetched; otherwise it is lifted, and takes no bench from then on. */
    public function staysInItsTray(): bool
    {
        return $this === self::Plug;
    }
}
