<?php

declare(strict_types=1);

namespace WetCradle\Core\Mist;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Refused;

/** All that the controller of a zone is set to. What is null is not set: the zone has none of it, or nobody there wants it. */
final class ZoneProgramme
{
    /**
     * @param ?float $humidity   share of what the air can hold
     * @param ?float $medium     °C
     * @param ?float $air        °C
     * @param ?float $shade      share of the light outside that is kept off
     * @param ?float $lightHours a day, with lamps where the day is shorter
     * @param ?int   $ventTimes  a day that a cover is opened
     * @param ?int   $ventFor    minutes each time
     */
    private function __construct(
        public readonly ?Misting $mist,
        public readonly ?float $humidity,
        public readonly ?float $medium,
        public readonly ?float $air,
        public readonly ?float $shade,
        public readonly ?float $lightHours,
        public readonly ?int $ventTimes,
        public readonly ?int $ventFor,
    ) {
    }

    /** Of a zone in which nobody asks for anything. */
    public static function off(): self
    {
        return new self(null, null, null, null, null, null, null, null);
    }

    public static function of(
        ?Misting $mist,
        ?float $humidity,
        ?float $medium,
        ?float $air,
        ?float $shade,
        ?float $lightHours,
        ?int $ventTimes,
        ?int $ventFor,
    ): self {
        return new self($mist, $humidity, $medium, $air, $shade, $lightHours, $ventTimes, $ventFor);
    }

    /**
     * @param Fields $in {mist: ?object as `Misting` reads it, humidity: ?share, medium: ?°C, air: ?°C, shade: ?share, lightHours: ?hours, ventTimes:
     *                   ?count, ventFor: ?minutes}; all may be left out
     *
     * @throws Refused for the field that is wrong
     */
    public static function read(Fields $in): self
    {
        $number = static fn (string $name, float $least, float $most) => $in->has($name) ? $in->number($name, $least, $most) : null;
        $programme = new self(
            $in->has('mist') ? Misting::read($in->object('mist')) : null,
            $number('humidity', 0, 1),
            $number('medium', -10, 45),
            $number('air', -10, 45),
            $number('shade', 0, 1),
            $number('lightHours', 0, 24),
            $in->has('ventTimes') ? $in->count('ventTimes', 0, 48) : null,
            $in->has('ventFor') ? $in->count('ventFor', 0, MistDay::MINUTES) : null,
        );
        $in->done();
        if (($programme->ventTimes ?? 0) * ($programme->ventFor ?? 0) > MistDay::MINUTES) {
            throw $in->refuse('too_much', 'ventFor', Fact::of('refused.zone_programme.vented_longer_than_a_day'));
        }

        return $programme;
    }

    /**
     * @return array{
     *     mist: ?array<string, mixed>, humidity: ?float, medium: ?float, air: ?float, shade: ?float, lightHours: ?float, ventTimes: ?int, ventFor: ?int,
     * }
     */
    public function toArray(): array
    {
        return [
            'mist' => $this->mist?->toArray(), 'humidity' => $this->humidity, 'medium' => $this->medium, 'air' => $this->air, 'shade' => $this->shade,
            'lightHours' => $this->lightHours, 'ventTimes' => $this->ventTimes, 'ventFor' => $this->ventFor,
        ];
    }

    public function isAs(self $other): bool
    {
        return $this->toArray() === $other->toArray();
    }

    /**
     * What is to be turned on the controller so that it is set to this instead of what it is set to.
     *
     * @param ?self                   $now   null where nobody knows
     * @param non-empty-list<AirHour> $hours of a usual day at this time, by which a clock is told
     *
     * @return list<Fact> in the order of the controller; none where nothing is
     */
    public function changesFrom(?self $now, array $hours): array
    {
        $now ??= self::off();
        $changes = [];
        $asks = $this->said($hours);
        $is = $now->said($hours);
        foreach ($asks as $what => $fact) {
            $was = $is[$what] ?? null;
            if (serialize($was) !== serialize($fact)) {
                $changes[] = $was === null
                    ? Fact::of('mist.change.set', to: $fact)
                    : Fact::of('mist.change.instead', to: $fact, from: $was);
            }
        }
        foreach (array_diff_key($is, $asks) as $fact) {
            $changes[] = Fact::of('mist.change.off', from: $fact);
        }

        return $changes;
    }

    /**
     * @param non-empty-list<AirHour> $hours of a usual day at this time
     *
     * @return array<string, Fact> what it is set to, by what of it
     */
    public function said(array $hours): array
    {
        $mist = $this->mist;
        $every = $mist?->every($hours);

        return array_filter([
            'mist' => $mist === null ? null : Fact::of(
                'mist.set.film', seconds: $mist->seconds, share: (int) round(100 * $mist->refillShare), least: $mist->minMinutes, most: $mist->maxMinutes,
            ),
            'clock' => $mist === null || $every === null ? null : Fact::of('mist.set.clock', seconds: $mist->seconds, every: $every),
            'night' => $mist === null ? null : Fact::of('mist.set.night', gap: $mist->nightMinutes, which: $mist->night->value),
            'humidity' => $this->humidity === null ? null : Fact::of('mist.set.humidity', share: (int) round(100 * $this->humidity)),
            'medium' => $this->medium === null ? null : Fact::of('mist.set.medium', at: Fact::warmth(Range::of($this->medium, $this->medium))),
            'air' => $this->air === null ? null : Fact::of('mist.set.air', at: Fact::warmth(Range::of($this->air, $this->air))),
            'shade' => $this->shade === null ? null : Fact::of('mist.set.shade', share: (int) round(100 * $this->shade)),
            'light' => $this->lightHours === null ? null : Fact::of('mist.set.light', hours: $this->lightHours),
            'vent' => $this->ventTimes === null || $this->ventFor === null
                ? null
                : Fact::of('mist.set.vent', times: $this->ventTimes, minutes: $this->ventFor),
        ]);
    }
}
