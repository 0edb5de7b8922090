<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;

/** Where growers disagree: a question each house settles for itself, and from which one crop may differ. */
enum School: string
{
    case Mix = 'mix';
    case Water = 'water';
    case Hormone = 'hormone';
    case HormoneForm = 'hormone_form';
    case PerHole = 'per_hole';
    case Nodes = 'nodes';
    case Wounding = 'wounding';
    case Dip = 'dip';
    case DivisionTime = 'division_time';
    case PottingTrigger = 'potting_trigger';
    case Feed = 'feed';
    case Runners = 'runners';
    case CutEnds = 'cut_ends';
    case SlantedEnd = 'slanted_end';
    case Surplus = 'surplus';

    /** The sign that dates a division, by school. */
    private const DIVISION_SIGNS = ['growth_starts' => Sign::GrowthStarts, 'after_flowering' => Sign::AfterFlowering, 'end_of_winter' => Sign::EndOfWinter];

    public function question(): Fact
    {
        return Fact::of("school.{$this->value}");
    }

    public function words(string $option): Fact
    {
        return Fact::of("school.{$this->value}.{$option}");
    }

    /** @return non-empty-list<string> the first is what a new house starts with */
    public function options(): array
    {
        return match ($this) {
            self::Mix => ['inert', 'with_compost'],
            self::Water => ['mist', 'cover', 'below', 'dry'],
            self::Hormone => ['slow_kinds', 'everything', 'none'],
            self::HormoneForm => ['powder', 'liquid'],
            self::PerHole => ['one', 'open', 'several'],
            self::Nodes => ['always', 'between'],
            self::Wounding => ['woody', 'never'],
            self::Dip => ['clean_leaved', 'all', 'none'],
            self::DivisionTime => ['growth_starts', 'after_flowering', 'end_of_winter'],
            self::PottingTrigger => ['share', 'first_root', 'every_hole', 'calendar'],
            self::Feed => ['after_rooting', 'in_the_mix'],
            self::Runners => ['one', 'two'],
            self::CutEnds => ['leave', 'seal'],
            self::SlantedEnd => ['below', 'above'],
            self::Surplus => ['chance', 'expected'],
        };
    }

    /** Which school this way follows; null where the question does not touch it. */
    public function followedBy(WaySheet $way): ?string
    {
        $stem = $way->method->isOfStem();
        $woody = in_array($way->material, [Material::SemiRipe, Material::Hardwood], true);
        // What is planted out, or has roots already, asks for neither mix nor mist.
        $hasNoTray = $way->method->isRootedAlready() || $way->ground() === Ground::Open;

        return match ($this) {
            self::Mix => $hasNoTray ? null : $way->setting->mixKind->value,
            self::Water => $hasNoTray || $way->care->water->regime === Regime::None ? null : $way->care->water->regime->value,
            self::Hormone => !$stem
                ? null
                : ($this->isSlow($way) === ($way->taking->hormone->kind === HormoneKind::None)
                    ? ($this->isSlow($way) ? 'none' : 'everything')
                    : 'slow_kinds'),
            self::HormoneForm => $way->taking->hormone->kind === HormoneKind::None ? null : $way->taking->hormone->kind->value,
            self::PerHole => $way->setting->each > 1 ? 'several' : 'one',
            self::Nodes => $stem ? ($way->taking->cut->betweenNodes ? 'between' : 'always') : null,
            self::Wounding => $stem && $woody ? ($way->taking->cut->wound ? 'woody' : 'never') : null,
            self::Dip => $way->taking->wash === Wash::Never ? 'clean_leaved' : null,
            self::DivisionTime => $way->method === Method::Division ? (array_search($way->taking->windows[0]->sign, self::DIVISION_SIGNS, true) ?: null) : null,
            self::PottingTrigger => $way->potting->trigger->value,
            self::Feed => $way->potting->feed->value,
            self::Runners => $way->method === Method::Runner ? ($way->taking->cut->plantlets === 2 ? 'two' : 'one') : null,
            self::CutEnds => null,
            self::SlantedEnd => $way->taking->cut->slanted === Slanted::Neither ? null : $way->taking->cut->slanted->value,
            self::Surplus => $way->reckoning->surplus->value,
        };
    }

    /** Slow enough that houses which spare hormone still give it: four weeks or more to the first tenth, or woody. */
    private function isSlow(WaySheet $way): bool
    {
        return $way->daysToRoot()->low >= 28.0 || $way->material === Material::SemiRipe;
    }

    /**
     * A sheet as this school would have it; unchanged where the question does not touch it.
     *
     * @param array<string, mixed> $sheet as WaySheet::toArray gives it
     *
     * @return array<string, mixed>
     */
    public function applyTo(array $sheet, string $option): array
    {
        $way = WaySheet::of($sheet);
        if ($this->followedBy($way) === null || $this->followedBy($way) === $option) {
            return $sheet;
        }
        $cut = $way->taking->cut->toArray();

        return array_replace($sheet, match ($this) {
            self::Mix => [
                'mix' => $option === 'inert'
                    ? ['parts' => 'perlite 2 : coir 1', 'kind' => 'inert']
                    : ['parts' => 'perlite, vermiculite and compost in thirds', 'kind' => 'with_compost'],
            ],
            // What starts dry does so for its own sake, whatever the house prefers for leafy cuttings.
            self::Water => $way->care->water->regime === Regime::Dry || $option === 'dry'
                ? []
                : ['water' => [
                    'regime' => $option,
                    'mist' => ['mist' => [1, 3], 'cover' => [0, 1], 'below' => [0, 0]][$option],
                    'steps' => $way->care->water->steps,
                ]],
            self::Hormone => ['hormone' => match (true) {
                $option === 'none', $option === 'slow_kinds' && !$this->isSlow($way) => ['kind' => 'none', 'ppm' => null, 'what' => null],
                default => ['kind' => 'powder', 'ppm' => $this->isSlow($way) ? 3000 : 1000, 'what' => 'IBA'],
            }],
            self::HormoneForm => ['hormone' => ['kind' => $option] + $way->taking->hormone->toArray()],
            self::PerHole => ['hole' => ['trayKind' => $way->setting->trayKind, 'each' => $option === 'several' ? 3 : 1, 'depthCm' => $way->setting->depthCm]],
            self::Nodes => ['cut' => ['betweenNodes' => $option === 'between' && $way->taking->cut->betweenNodes] + $cut],
            self::Wounding => ['cut' => ['wound' => $option === 'woody'] + $cut],
            self::DivisionTime => ['windows' => [self::divisionWindow($option)]],
            self::PottingTrigger => ['potting' => ['trigger' => $option] + $way->potting->toArray()],
            self::Feed => ['potting' => ['feed' => $option] + $way->potting->toArray()],
            self::Runners => ['cut' => ['plantlets' => $option === 'two' ? 2 : 1] + $cut],
            self::SlantedEnd => ['cut' => ['slanted' => $option] + $cut],
            self::Surplus => ['surplus' => $option],
            self::Dip, self::CutEnds => [],
        });
    }

    /** @return array{from: int, to: int, sign: string, overNewYear: bool} at the reference climate */
    public static function divisionWindow(string $option): array
    {
        [$from, $to] = ['growth_starts' => [11, 17], 'after_flowering' => [27, 33], 'end_of_winter' => [6, 10]][$option];

        return SignedWindow::of($from, $to, self::DIVISION_SIGNS[$option])->toArray();
    }
}
