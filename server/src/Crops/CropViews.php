<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Crops\HouseRules;
use WetCradle\Core\Crops\LikeCrops;
use WetCradle\Core\Crops\OpenWeeks;
use WetCradle\Core\Crops\SheetCourse;
use WetCradle\Core\Crops\SheetOffers;
use WetCradle\Core\Crops\WaysCompared;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Rates\InWords;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Course\Courses;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rates\PlantCosts;

/**
 * Crops, their ways and sheets, as the rooms show them.
 *
 * @phpstan-import-type Counted from CropHistory
 */
final class CropViews
{
    /** Signs that are told of a way: this year's, and those before it. */
    private const SIGNS = 3;
    private const WEEKS_BACK = 26;
    /** Batches of a crop that are drawn beside the other crops; its own page has all of them. */
    private const BESIDE_OTHERS = 60;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly CropHistory $history,
        private readonly Windows $windows,
        private readonly House $house,
        private readonly Today $today,
        private readonly PlantCosts $costs,
        private readonly Ways $ways,
    ) {
    }

    /** @return list<array<string, mixed>> */
    public function all(): array
    {
        $newest = $this->history->newest(self::BESIDE_OTHERS);

        return array_map(
            fn (Crop $crop) => $this->row($crop, $this->history->ofHouse($crop->house()), $newest[(int) $crop->id] ?? []),
            $this->ways->crops(),
        );
    }

    /**
     * @param array{learnt: array<string, mixed>, counted: int} $rests   what its house way has learnt, and from how many
     * @param list<Counted>                                     $batches
     *
     * @return array<string, mixed>
     */
    private function row(Crop $crop, array $rests, array $batches): array
    {
        $way = $crop->house();
        $sheet = $way->core();

        return [
            'slug' => $crop->slug,
            'name' => $crop->name,
            'version' => $crop->version,
            'method' => $sheet->method->value,
            'material' => $sheet->material->value,
            'ways' => count($crop->ways),
            'window' => $this->window($way, $this->today->week()),
            'learnt' => $rests['learnt'],
            'counted' => $rests['counted'],
            'history' => CropHistory::told($batches),
        ];
    }

    /** @return array<string, mixed> */
    public function one(Crop $crop): array
    {
        $house = $crop->house();
        $rules = $this->house->nursery()->rules();
        $ways = $crop->ways->toArray();
        usort($ways, static fn (Way $a, Way $b) => [$b->house, $a->id] <=> [$a->house, $b->id]);

        $batches = $this->history->of($house);
        $rests = ['learnt' => $this->history->learnt($house, $batches), 'counted' => count($batches)];

        return $this->row($crop, $rests, $batches) + [
            'liner' => ['price' => $crop->linerPrice, 'weeks' => $crop->linerWeeks],
            'sheets' => array_map(fn (Way $w) => $this->way($w, $rules, $w === $house ? $batches : null), $ways),
        ];
    }

    /**
     * @param ?list<Counted> $batches those that teach it, where they are known
     *
     * @return array<string, mixed>
     */
    public function way(Way $way, HouseRules $rules, ?array $batches = null): array
    {
        $version = $way->newest();
        $sheet = $way->core();
        $tray = $this->em->find(TrayKind::class, $sheet->setting->trayKind) ?? throw new \LogicException('A sheet names a kind of tray.');
        $batches ??= $this->history->of($way);
        $rate = $this->history->rateOf($way);
        $under = Row::all(
            $this->db,
            'SELECT b.sheet_id, count(*) AS used, sum(b.called_off = 0) AS standing FROM batch b JOIN way_sheet s ON s.id = b.sheet_id
                WHERE b.crop_id = ? AND s.way_id = ? GROUP BY b.sheet_id',
            [$way->crop->id, $way->id],
        );

        return [
            'id' => $way->id,
            'version' => $way->version,
            'name' => $way->name,
            'house' => $way->house,
            'number' => $version->number,
            'keptBy' => $version->keptBy->name,
            'keptAt' => $version->keptAt->format('Y-m-d'),
            'used' => array_sum(Row::ints($under, 'used')),
            'sheet' => $sheet->toArray(),
            'tray' => $tray->toArray(),
            'window' => $this->window($way, $this->today->week()),
            'learnt' => $this->history->learnt($way, $batches),
            'steps' => self::steps($sheet),
            'course' => Courses::of(SheetCourse::of($sheet, $this->house->defaults())),
            'offers' => SheetOffers::of($sheet),
            'figures' => WaysCompared::figures($sheet, $rate->forNewBatch, $tray->cells, $tray->squareMetres(), $this->house->defaults()),
            'cost' => PlantCosts::said($this->costs->of($way)),
            'versions' => $this->versions($way, array_combine(Row::ints($under, 'sheet_id'), Row::ints($under, 'standing'))),
        ] + self::derived($sheet, $rules, $this->house->defaults());
    }

    /** @return list<Fact> what was learnt of what becomes of a batch once it was counted */
    private static function steps(WaySheet $sheet): array
    {
        return array_values(array_filter([
            $sheet->through === null ? null : $sheet->comesThroughInWords(),
            $sheet->leftLonger === null ? null : Fact::of(
                'rate.left_longer_here',
                share: InWords::share($sheet->leftLonger->share->mean()),
                batches: $sheet->leftLonger->batches,
            ),
        ]));
    }

    /** @return array{words: Fact, daysToRoot: array{float, float}, weaningDays: int, differs: list<array<string, string|Fact>>} */
    public static function derived(WaySheet $sheet, HouseRules $rules, HouseDefaults $house): array
    {
        return [
            'words' => $sheet->words(), 'daysToRoot' => $sheet->daysToRoot()->pair(), 'weaningDays' => $sheet->weaningDays(),
            'differs' => $rules->differences($sheet, $house),
        ];
    }

    /**
     * @param array<int, int> $batches how many stand under each sheet
     *
     * @return list<array<string, mixed>> the newest first, each with what it changed
     */
    private function versions(Way $way, array $batches): array
    {
        $all = $this->em->getRepository(SheetVersion::class)->findBy(['way' => $way], ['number' => 'ASC']);
        $entries = [];
        foreach ($all as $i => $version) {
            $entries[] = [
                'number' => $version->number,
                'keptBy' => $version->keptBy->name,
                'keptAt' => $version->keptAt->format('Y-m-d'),
                'why' => $version->why,
                'changed' => $i === 0 ? [] : WaysCompared::differences($all[$i - 1]->core(), $version->core()),
                'batches' => $batches[(int) $version->id] ?? 0,
            ];
        }

        return array_reverse($entries);
    }

    /** @return array<string, mixed> */
    public function season(Week $week): array
    {
        $from = $this->today->week()->plus(-self::WEEKS_BACK);
        $to = $from->plus(103);
        $ways = Row::things(
            $this->em->createQuery('SELECT w, c, s FROM '.Way::class.' w JOIN w.crop c JOIN w.sheet s ORDER BY c.name, w.house DESC, w.id'),
            Way::class,
        );
        $windows = [];
        foreach ($ways as $way) {
            $windows[(int) $way->id] = ['name' => $way->crop->name, 'material' => $way->core()->material, 'windows' => $this->windows->of($way)];
        }
        $hints = LikeCrops::hints($windows, $this->today->week());
        $signs = $this->signs();

        return [
            'week' => $week->written(),
            'from' => $from->written(),
            'to' => $to->written(),
            'ways' => array_map(fn (Way $way) => [
                'id' => $way->id,
                'crop' => $way->crop->name,
                'slug' => $way->crop->slug,
                'name' => $way->name,
                'house' => $way->house,
                'words' => $way->core()->words(),
                'window' => $this->window($way, $week),
                'runs' => array_map(self::run(...), $this->windows->of($way)->during($from, $to)),
                'hint' => $hints[(int) $way->id] ?? null,
                'signs' => array_slice($signs[(int) $way->id] ?? [], 0, self::SIGNS),
            ], $ways),
        ];
    }

    /** @return array<int, list<array{id: ?int, on: string, isOver: bool, note: ?string, by: string}>> signs that were seen, by way, the newest first */
    private function signs(): array
    {
        $signs = [];
        $seen = Row::things(
            $this->em->createQuery('SELECT s, a FROM '.SignSeen::class.' s JOIN s.by a ORDER BY s.seenOn DESC, s.id DESC'),
            SignSeen::class,
        );
        foreach ($seen as $one) {
            $signs[(int) $one->way->id][] = [
                'id' => $one->id, 'on' => $one->seenOn->format('Y-m-d'), 'isOver' => $one->isOver, 'note' => $one->note, 'by' => $one->by->name,
            ];
        }

        return $signs;
    }

    /** @return array<string, mixed> the run that is open in the week, or the next one */
    public function window(Way $way, Week $week): array
    {
        $windows = $this->windows->of($way);

        return [
            'state' => $windows->state($week), 'opensIn' => $windows->opensIn($week),
            'closesIn' => $week->until($windows->openOrNext($week)->to),
        ] + self::run($windows->openOrNext($week));
    }

    /** @return array<string, mixed> */
    private static function run(OpenWeeks $run): array
    {
        return [
            'from' => $run->from->written(), 'to' => $run->to->written(), 'sign' => $run->sign->words(), 'over' => $run->sign->over(), 'index' => $run->window,
            'why' => $run->why, 'moved' => $run->moved,
        ];
    }
}
