<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\Setting;
use WetCradle\Core\Crops\WaySheet;

/** How many a batch is of, and what that number was reckoned from. */
#[ORM\Embeddable]
class Amount
{
    /** What the plan rested on when it was made, in words. */
    #[ORM\Column(nullable: true)]
    public ?string $restedOn = null;

    /**
     * @param int    $planned    cuttings
     * @param ?int   $needed     good plants that it is for; null where nothing was planned for it
     * @param ?float $confidence the chance of enough, 0 to 1, that its number was reckoned for
     * @param int    $together   cuttings that make one plant; its book counts plants
     * @param ?int   $taken      cuttings that were taken for it, where several make one plant; null where its book tells
     */
    public function __construct(
        #[ORM\Column] public int $trays,
        #[ORM\Column] public int $planned,
        #[ORM\Column(nullable: true)] public ?int $needed = null,
        #[ORM\Column(type: Types::FLOAT, nullable: true)] public ?float $confidence = null,
        #[ORM\Column] public int $together = 1,
        #[ORM\Column(nullable: true)] public ?int $taken = null,
    ) {
    }

    /** The same, of as many cuttings to a plant as a sheet says. */
    public function by(WaySheet $sheet): self
    {
        $by = clone $this;
        $by->together = $sheet->setting->together();

        return $by;
    }

    /** Plants that it can give at most. */
    public function plants(): int
    {
        return Setting::plantsOf($this->planned, $this->together);
    }
}
