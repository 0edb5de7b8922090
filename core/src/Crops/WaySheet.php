<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Rates\CropPrior;
use WetCradle\Core\Rates\InWords;
use WetCradle\Core\Rates\LearntShare;
use WetCradle\Core\Refused;
use WetCradle\Core\Rooting\LearntPace;
use WetCradle\Core\Rooting\RootingPace;
use WetCradle\Core\Rooting\RootingTime;

/** One way of propagating a crop, written down whole: from the sign that the plant gives to how it overwinters. */
final class WaySheet
{
    private function __construct(
        public readonly Method $method,
        public readonly Material $material,
        public readonly Taking $taking,
        public readonly Setting $setting,
        public readonly Care $care,
        public readonly Reckoning $reckoning,
        public readonly Potting $potting,
        public readonly ?string $note,
        public readonly ?string $safety,
        public readonly ?LearntPace $learnt = null,
        public readonly ?LearntShare $through = null,
        public readonly ?LearntShare $leftLonger = null,
    ) {
    }

    /** The same sheet, with how fast it roots here and how many come through, as its batches have taught; the sheet itself says what it says. */
    public function learning(?LearntPace $learnt, ?LearntShare $through = null, ?LearntShare $leftLonger = null): self
    {
        return $this->like($this->taking, $this->potting, $learnt, $through, $leftLonger);
    }

    /** The same sheet for what leaves in or as this. How those came through that were potted says nothing of what is not. */
    public function leaving(Leaving $leaving): self
    {
        return $leaving->as->isPotted()
            ? $this
            : $this->like($this->taking, $this->potting->leaving($leaving), $this->learnt, null, $this->leftLonger);
    }

    /** The same sheet without its hormone, for what is left untreated to be measured against. */
    public function untreated(): self
    {
        $taking = $this->taking;
        $without = new Taking($taking->windows, $taking->timeOfDay, $taking->cut, $taking->hold, $taking->wash, Hormone::none());

        return $this->like($without, $this->potting, $this->learnt, $this->through, $this->leftLonger);
    }

    private function like(Taking $taking, Potting $potting, ?LearntPace $learnt, ?LearntShare $through, ?LearntShare $leftLonger): self
    {
        return new self(
            $this->method,
            $this->material,
            $taking,
            $this->setting,
            $this->care,
            $this->reckoning,
            $potting,
            $this->note,
            $this->safety,
            $learnt,
            $through,
            $leftLonger,
        );
    }

    /** @param array<string, mixed> $sheet as toArray gives it */
    public static function of(array $sheet): self
    {
        return self::read(Fields::of($sheet));
    }

    /**
     * @param Fields $in the sheet as `toArray` gives it; `rooting` may be {halfAt, shape} or {days: [first tenth, ninth]} at the middle of the medium's range
     *
     * @throws Refused for `windows`, `water.regime` or `hole.apart`
     */
    public static function read(Fields $in): self
    {
        $method = $in->choice('method', Method::class);
        $material = Material::from($in->oneOf('material', array_column($method->materials(), 'value')));
        $windows = array_map(SignedWindow::read(...), $in->objects('windows', 6));
        if ($windows === []) {
            throw $in->refuse('empty', 'windows', Fact::of('refused.way_sheet.empty'));
        }
        $mix = $in->object('mix');
        $hole = $in->object('hole');
        $light = $in->object('light');
        $prior = $in->object('prior');
        $warmth = Warmth::read($in->object('warmth'));
        $sheet = new self(
            $method,
            $material,
            new Taking(
                $windows,
                $in->choice('timeOfDay', TimeOfDay::class),
                Cut::read($in->object('cut')),
                Hold::read($in->object('hold')),
                $in->choice('wash', Wash::class),
                Hormone::read($in->object('hormone')),
            ),
            new Setting(
                $mix->text('parts', 200),
                $mix->choice('kind', MixKind::class),
                $hole->count('trayKind', 1),
                $hole->count('each', 1, 20),
                $hole->number('depthCm', 0, 40),
                $hole->has('apart') && $hole->flag('apart'),
            ),
            new Care(
                self::waterOf($in),
                $warmth,
                $light->number('hours', 0, 24),
                $light->text('cover', 120),
                self::stepsOf($in),
            ),
            new Reckoning(
                self::pace($in->object('rooting'), $warmth),
                $prior->here(static fn () => CropPrior::of($prior->share('rate'), $prior->positive('strength', 10_000), $prior->positive('phi', 10_000))),
                $in->choice('surplus', Surplus::class),
                $in->number('costEach', 0, 1000),
            ),
            Potting::read($in->object('potting')),
            $in->textOr('note', null, 1000),
            $in->textOr('safety', null, 500),
        );
        if ($sheet->potting->direct && $sheet->setting->apart) {
            throw $hole->refuse('not_possible', 'apart', Fact::of('refused.way_sheet.apart_in_its_pot'));
        }
        foreach ([$mix, $hole, $light, $prior, $in] as $read) {
            $read->done();
        }

        return $sheet;
    }

    /**
     * How it is watered while it roots. A layer roots on its mother, whatever its sheet says; nothing else does, but for a runner.
     *
     * @param Fields $in with `method` and `water`
     *
     * @throws Refused for `water.regime`
     */
    public static function waterOf(Fields $in): Water
    {
        $method = $in->choice('method', Method::class);
        $written = $in->object('water');
        $water = Water::read($written);
        if ($water->isOnMother() && !$method->canRootOnMother()) {
            throw $written->refuse('not_possible', 'regime', Fact::of('refused.way_sheet.not_on_mother', method: Fact::of("method.{$method->value}")));
        }

        return $method->isLayer() ? $water->onMother() : $water;
    }

    /** Whether it is tied in bundles as it is cut, and can wait in them. */
    public function isBundled(): bool
    {
        return $this->material === Material::Hardwood;
    }

    /** Days for which its material can wait between the plant and its sticking. */
    public function keepsDays(): int
    {
        return $this->isOnMother() ? 0 : $this->taking->hold->keepsDays();
    }

    /** On what it roots. */
    public function ground(): Ground
    {
        return $this->care->water->regime->ground();
    }

    /**
     * Mix that a cell of its trays is filled with: none where it is planted out.
     *
     * @param float $cellMl that one holds, millilitres
     */
    public function mixInCell(float $cellMl): float
    {
        return $this->ground() === Ground::Open ? 0.0 : $cellMl;
    }

    public function plantlets(): Plantlets
    {
        return Plantlets::of($this->method, $this->taking->cut, $this->care->water);
    }

    /**
     * Weeks that it lies warm on a bench, at what a warm place costs, until it is potted: what roots on its mother lies there only once
     * it is cut loose.
     *
     * @param float $days from the day on which it is stuck to the day on which it is potted
     */
    public function paidWarmWeeks(float $days, HouseDefaults $house): float
    {
        return $this->care->warmth->isPaidWarm($house) ? ($this->isOnMother() ? $this->weaningDays() : $days) / 7.0 : 0.0;
    }

    /** Whether it roots before it is cut: nothing is collected, and it lies on no bench until it is cut loose. */
    public function isOnMother(): bool
    {
        return $this->care->water->isOnMother();
    }

    /**
     * @param Fields $in with `weaning`
     *
     * @return list<array{days: int, what: string}>
     */
    public static function stepsOf(Fields $in): array
    {
        return array_map(self::step(...), $in->objects('weaning', 10));
    }

    /** @return array{days: int, what: string} */
    private static function step(Fields $in): array
    {
        $step = ['days' => $in->count('days', 1, 120), 'what' => $in->text('what', 120)];
        $in->done();

        return $step;
    }

    private static function pace(Fields $in, Warmth $warmth): RootingPace
    {
        $pace = $in->has('days')
            ? RootingPace::fromDays($in->range('days', 1, 730), $warmth->pace())
            : $in->here(static fn () => RootingPace::of($in->number('halfAt'), $in->number('shape')));
        $in->done();

        return $pace;
    }

    /** How fast it roots here: as its batches have taught, and before them as the sheet says. */
    public function rootsHere(): RootingPace
    {
        return $this->learnt->pace ?? $this->reckoning->rooting;
    }

    /** How sure that is of a new batch, as a standard deviation of the logarithm of its d50. */
    public function speedLnSd(): float
    {
        return $this->learnt->lnSd ?? LearntPace::sheetLnSd();
    }

    /** What share of what has rooted comes through potting and growing on here. */
    public function comesThroughHere(): Beta
    {
        return $this->potting->comesThrough($this->through);
    }

    /** With what that rests on: batches of its own, or the sheet. */
    public function comesThroughInWords(): Fact
    {
        $said = $this->potting->survival->mean();

        return $this->through === null ? Fact::of('rate.potted_come_through', share: InWords::share($said)) : Fact::of(
            'rate.potted_come_through_here',
            share: InWords::inHundred($this->through->share->mean()),
            batches: $this->through->batches,
            said: InWords::inHundred($said),
        );
    }

    /** What share of what is left longer after a full count still roots here. */
    public function leftLongerRootsHere(HouseDefaults $house): Beta
    {
        return $this->leftLonger->share ?? LearntShare::usualOfLeftLonger($house);
    }

    /** Days from sticking to rooted on its bench as it roots here. */
    public function daysToRootHere(): Range
    {
        return $this->rootsHere()->daysAt($this->care->warmth->pace());
    }

    /** Days from sticking to rooted on its bench, from the first tenth to nine tenths, as the sheet says. */
    public function daysToRoot(): Range
    {
        return $this->reckoning->rooting->daysAt($this->care->warmth->pace());
    }

    public function weaningDays(): int
    {
        return array_sum(array_column($this->care->weaning, 'days'));
    }

    /** The day count that a plan uses at the sheet's own warmth. */
    public function plannedDaysToRoot(HouseDefaults $house): int
    {
        return RootingTime::plannedOf($this->daysToRoot(), $house->number(HouseDefault::PlannedRooted));
    }

    /** What such a pot is filled with: what it is stuck in, where that is its pot. */
    public function mixIn(string $pot): string
    {
        return $this->potting->isStuckInto($pot) ? $this->setting->mix : $this->potting->mix;
    }

    /**
     * Cuttings that are stuck into so many trays: all that they hold, or fewer where somebody says so.
     *
     * @param ?int $said null where nobody does
     *
     * @throws Refused for `cuttings` where they do not fit in
     */
    public function cuttingsIn(int $trays, int $cells, ?int $said): int
    {
        $most = $this->setting->each * Trays::of($trays, $cells)->hold();
        if ($said !== null && $said > $most) {
            throw Refused::because('out_of_range', 'cuttings', Fact::of('refused.way_sheet.too_many_cuttings', trays: $trays, most: $most));
        }

        return $said ?? $most;
    }

    /** The fewest whole trays for so many cuttings, as many to a hole as the sheet says. */
    public function traysFor(int $cuttings, int $cells): Trays
    {
        return Trays::toHold($this->setting->holesFor($cuttings), $cells);
    }

    /** "tip cutting, softwood"; where the one word says both, that one. */
    public function words(): Fact
    {
        return str_contains($this->method->value, $this->material->value)
            ? Fact::of("method.{$this->method->value}")
            : Fact::listed(Fact::of("method.{$this->method->value}"), Fact::of("material.{$this->material->value}"));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'method' => $this->method->value,
            'material' => $this->material->value,
            'windows' => array_map(static fn (SignedWindow $w) => $w->toArray(), $this->taking->windows),
            'timeOfDay' => $this->taking->timeOfDay->value,
            'cut' => $this->taking->cut->toArray(),
            'hold' => $this->taking->hold->toArray(),
            'wash' => $this->taking->wash->value,
            'mix' => ['parts' => $this->setting->mix, 'kind' => $this->setting->mixKind->value],
            'hormone' => $this->taking->hormone->toArray(),
            'hole' => ['trayKind' => $this->setting->trayKind, 'each' => $this->setting->each, 'depthCm' => $this->setting->depthCm]
                + ($this->setting->apart ? ['apart' => true] : []),
            'water' => $this->care->water->toArray(),
            'warmth' => $this->care->warmth->toArray(),
            'light' => ['hours' => $this->care->lightHours, 'cover' => $this->care->cover],
            'rooting' => ['halfAt' => $this->reckoning->rooting->halfAt, 'shape' => $this->reckoning->rooting->shape],
            'prior' => ['rate' => $this->reckoning->prior->rate, 'strength' => $this->reckoning->prior->strength, 'phi' => $this->reckoning->prior->phi],
            'weaning' => $this->care->weaning,
            'potting' => $this->potting->toArray(),
            'surplus' => $this->reckoning->surplus->value,
            'costEach' => $this->reckoning->costEach,
            'note' => $this->note,
            'safety' => $this->safety,
        ];
    }
}
