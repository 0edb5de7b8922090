<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rooting\RootingPace;
use WetCradle\Core\Rooting\RootingTime;

/** One way of propagating a crop, written down whole: from the sign that the plant gives to how it overwinters. */
final class WaySheet
{
    public const TIMES_OF_DAY = ['early', 'any', 'dry'];
    public const WASH = ['allowed', 'never'];
    public const MIX_KINDS = ['inert', 'with_compost'];
    public const SURPLUS = ['expected', 'chance'];

    /**
     * @param non-empty-list<SignedWindow>         $windows at the reference climate
     * @param list<array{days: int, what: string}> $weaning
     */
    private function __construct(
        public readonly Method $method,
        public readonly Material $material,
        public readonly array $windows,
        public readonly string $timeOfDay,
        public readonly Cut $cut,
        public readonly Hold $hold,
        public readonly string $wash,
        public readonly string $mix,
        public readonly string $mixKind,
        public readonly Hormone $hormone,
        public readonly int $trayKind,
        public readonly int $each,
        public readonly float $depthCm,
        public readonly Water $water,
        public readonly Warmth $warmth,
        public readonly float $lightHours,
        public readonly string $cover,
        public readonly RootingPace $rooting,
        public readonly CropPrior $prior,
        public readonly array $weaning,
        public readonly Potting $potting,
        public readonly string $surplus,
        public readonly float $costEach,
        public readonly ?string $note,
        public readonly ?string $safety,
    ) {
    }

    /** @param array<string, mixed> $sheet as toArray gives it */
    public static function of(array $sheet): self
    {
        return self::read(Fields::of($sheet));
    }

    /**
     * @param Fields $in the sheet as `toArray` gives it; `rooting` may be {halfAt, shape} or {days: [first tenth, ninth]} at the middle of the medium's range
     */
    public static function read(Fields $in): self
    {
        $method = Method::from($in->oneOf('method', array_column(Method::cases(), 'value')));
        $material = Material::from($in->oneOf('material', array_column($method->materials(), 'value')));
        $windows = array_map(SignedWindow::read(...), $in->objects('windows', 6));
        if ($windows === []) {
            throw $in->refuse('empty', 'windows', 'must hold at least one window');
        }
        $mix = $in->object('mix');
        $hole = $in->object('hole');
        $light = $in->object('light');
        $prior = $in->object('prior');
        $warmth = Warmth::read($in->object('warmth'));
        $sheet = new self(
            $method,
            $material,
            $windows,
            $in->oneOf('timeOfDay', self::TIMES_OF_DAY),
            Cut::read($in->object('cut')),
            Hold::read($in->object('hold')),
            $in->oneOf('wash', self::WASH),
            $mix->text('parts', 200),
            $mix->oneOf('kind', self::MIX_KINDS),
            Hormone::read($in->object('hormone')),
            $hole->count('trayKind', 1),
            $hole->count('each', 1, 20),
            $hole->number('depthCm', 0, 40),
            Water::read($in->object('water')),
            $warmth,
            $light->number('hours', 0, 24),
            $light->text('cover', 120),
            self::pace($in->object('rooting'), $warmth),
            $prior->here(static fn () => CropPrior::of($prior->share('rate'), $prior->positive('strength', 10_000), $prior->positive('phi', 10_000))),
            array_map(static function (Fields $step): array {
                $read = ['days' => $step->count('days', 1, 120), 'what' => $step->text('what', 120)];
                $step->done();

                return $read;
            }, $in->objects('weaning', 10)),
            Potting::read($in->object('potting')),
            $in->oneOf('surplus', self::SURPLUS),
            $in->number('costEach', 0, 1000),
            $in->textOr('note', null, 1000),
            $in->textOr('safety', null, 500),
        );
        foreach ([$mix, $hole, $light, $prior, $in] as $read) {
            $read->done();
        }

        return $sheet;
    }

    private static function pace(Fields $in, Warmth $warmth): RootingPace
    {
        $pace = $in->has('days')
            ? RootingPace::fromDays($in->range('days', 1, 730), $warmth->pace())
            : $in->here(static fn () => RootingPace::of($in->number('halfAt'), $in->number('shape')));
        $in->done();

        return $pace;
    }

    /** Days from sticking to rooted on its bench, from the first tenth to nine tenths. */
    public function daysToRoot(): Range
    {
        return $this->rooting->daysAt($this->warmth->pace());
    }

    public function weaningDays(): int
    {
        return array_sum(array_column($this->weaning, 'days'));
    }

    /** The day count that a plan uses at the sheet's own warmth. */
    public function plannedDaysToRoot(HouseDefaults $house): int
    {
        return RootingTime::plannedOf($this->daysToRoot(), $house->number(HouseDefault::PlannedRooted));
    }

    /** The fewest whole trays for so many cuttings, as many to a hole as the sheet says. */
    public function traysFor(int $cuttings, int $cells): Trays
    {
        return Trays::toHold(intdiv($cuttings + $this->each - 1, $this->each), $cells);
    }

    /** "tip cutting, softwood"; where the one word says both, that one. */
    public function words(): string
    {
        return str_contains($this->method->value, $this->material->value) ? $this->method->value : $this->method->value.', '.$this->material->value;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'method' => $this->method->value,
            'material' => $this->material->value,
            'windows' => array_map(static fn (SignedWindow $w) => $w->toArray(), $this->windows),
            'timeOfDay' => $this->timeOfDay,
            'cut' => $this->cut->toArray(),
            'hold' => $this->hold->toArray(),
            'wash' => $this->wash,
            'mix' => ['parts' => $this->mix, 'kind' => $this->mixKind],
            'hormone' => $this->hormone->toArray(),
            'hole' => ['trayKind' => $this->trayKind, 'each' => $this->each, 'depthCm' => $this->depthCm],
            'water' => $this->water->toArray(),
            'warmth' => $this->warmth->toArray(),
            'light' => ['hours' => $this->lightHours, 'cover' => $this->cover],
            'rooting' => ['halfAt' => $this->rooting->halfAt, 'shape' => $this->rooting->shape],
            'prior' => ['rate' => $this->prior->rate, 'strength' => $this->prior->strength, 'phi' => $this->prior->phi],
            'weaning' => $this->weaning,
            'potting' => $this->potting->toArray(),
            'surplus' => $this->surplus,
            'costEach' => $this->costEach,
            'note' => $this->note,
            'safety' => $this->safety,
        ];
    }
}
