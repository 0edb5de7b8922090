<?php

declare(strict_types=1);

namespace WetCradle\Server\StandIn;

use WetCradle\Core\Mist\Quantity;

/** Something that goes wrong on command: `pump_off@2027-07-10T11:00Z/2027-07-10T15:00Z Mist 2`. */
final class Fault
{
    /**
     * @param ?Quantity $of   the sensor that is meant
     * @param ?string   $zone where; everywhere where it is not said
     */
    private function __construct(
        public readonly FaultKind $kind,
        public readonly ?Quantity $of,
        private readonly \DateTimeImmutable $from,
        private readonly ?\DateTimeImmutable $to,
        private readonly ?string $zone,
    ) {
    }

    /** @throws \InvalidArgumentException where it is none */
    public static function read(string $written): self
    {
        $kinds = implode('|', array_column(FaultKind::cases(), 'value'));
        $of = implode('|', array_column(Quantity::cases(), 'value'));
        if (preg_match("~^({$kinds})(?::({$of}))?@([^/ ]+)(?:/([^ ]+))?(?: (.+))?$~", $written, $part, PREG_UNMATCHED_AS_NULL) !== 1) {
            throw new \InvalidArgumentException(
                sprintf('“%s” is no fault. One is written KIND[:SENSOR]@FROM[/TO] [ZONE], with %s.', $written, strtr($kinds, '|', ' ')),
            );
        }

        return new self(
            FaultKind::from((string) $part[1]),
            $part[2] === null ? null : Quantity::from($part[2]),
            new \DateTimeImmutable((string) $part[3]),
            $part[4] === null ? null : new \DateTimeImmutable($part[4]),
            $part[5] ?? null,
        );
    }

    public function isOn(string $zone, \DateTimeImmutable $at): bool
    {
        return ($this->zone === null || $this->zone === $zone) && $at >= $this->from && ($this->to === null || $at < $this->to);
    }

    /** Hours for which it has lasted. */
    public function hours(\DateTimeImmutable $at): float
    {
        return ($at->getTimestamp() - $this->from->getTimestamp()) / 3600.0;
    }
}
