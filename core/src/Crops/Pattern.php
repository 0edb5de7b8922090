<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Fact;

/** Built-in sheets to start from, so that a new crop takes a minute. Figures are common ones, never laws. */
enum Pattern: string
{
    case SoftTip = 'soft_tip';
    case SemiRipe = 'semi_ripe';
    case Hardwood = 'hardwood';
    case FleshyDryStart = 'fleshy_dry_start';
    case Leaf = 'leaf';
    case Root = 'root';
    case Clump = 'clump';
    case Runner = 'runner';
    case TipLayer = 'tip_layer';
    case AirLayer = 'air_layer';

    public function words(): Fact
    {
        return Fact::of("pattern.{$this->value}");
    }

    /** @return array<string, mixed> a whole sheet, as WaySheet::toArray gives it */
    public function sheet(int $trayKind): array
    {
        $sheet = array_replace_recursive(self::softTip($trayKind), $this->differs());
        // Lists are replaced whole, never mixed entry by entry.
        foreach (['windows', 'weaning'] as $list) {
            $sheet[$list] = $this->differs()[$list] ?? $sheet[$list];
        }

        return WaySheet::of($sheet)->toArray();
    }

    /** The pattern nearest to a way, for a crop whose own sheet nobody has written. */
    public static function nearest(Method $method, Material $material): self
    {
        return match (true) {
            $method === Method::Runner => self::Runner,
            $method === Method::TipLayer => self::TipLayer,
            $method === Method::AirLayer => self::AirLayer,
            $method->isRootedAlready() => self::Clump,
            $material === Material::Leaf => self::Leaf,
            $material === Material::Root => self::Root,
            $material === Material::Hardwood => self::Hardwood,
            $material === Material::SemiRipe => self::SemiRipe,
            default => self::SoftTip,
        };
    }

    /** @return array<string, mixed> */
    private static function softTip(int $trayKind): array
    {
        return [
            'method' => 'tip cutting', 'material' => 'softwood',
            'windows' => [['from' => 20, 'to' => 28, 'sign' => 'snaps']],
            'timeOfDay' => 'early',
            'cut' => [
                'lengthCm' => [7, 10], 'nodesBelow' => 1, 'nodesAbove' => 2, 'betweenNodes' => false, 'leaves' => 'two_to_four',
                'wound' => false, 'slanted' => 'below', 'up' => 'tip', 'plantlets' => 1,
            ],
            'hold' => ['dry' => false, 'sameDay' => true, 'shadedHours' => 6, 'coldDays' => 0, 'sealDays' => 0],
            'wash' => 'allowed',
            'mix' => ['parts' => 'perlite 2 : coir 1', 'kind' => 'inert'],
            'hormone' => ['kind' => 'none', 'ppm' => null, 'what' => null],
            'hole' => ['trayKind' => $trayKind, 'each' => 1, 'depthCm' => 2],
            'water' => ['regime' => 'mist', 'mist' => [1, 3], 'steps' => []],
            'warmth' => ['medium' => [18, 22], 'base' => 6, 'optimumLow' => 20, 'optimumHigh' => 25, 'ceiling' => 36],
            'light' => ['hours' => 10, 'cover' => 'light shade, no full sun'],
            'rooting' => ['days' => [14, 24]],
            'prior' => ['rate' => 0.8, 'strength' => SheetOffers::TRUST, 'phi' => 20],
            'weaning' => [['days' => 4, 'what' => 'mist half as often'], ['days' => 4, 'what' => 'mist only in sun']],
            'potting' => [
                'trigger' => 'share', 'readyShare' => 0.8, 'pot' => '9 cm', 'mix' => 'potting mix with slow-release feed',
                'feed' => 'after_rooting', 'survival' => 0.95, 'survivalStrength' => 60, 'growOnDays' => 70, 'degreeDays' => null,
                'growBase' => null, 'hardy' => true, 'winter' => 'cold_frame',
            ],
            'surplus' => 'chance', 'costEach' => 0.05, 'note' => null, 'safety' => null,
        ];
    }

    /** @return array<string, mixed> what differs from a soft tip cutting */
    private function differs(): array
    {
        $still = ['regime' => 'none', 'mist' => [0, 1]];
        $onMother = ['regime' => 'mother', 'mist' => [0, 0]];

        return match ($this) {
            self::SoftTip => [],
            self::SemiRipe => [
                'material' => 'semi-ripe', 'windows' => [['from' => 31, 'to' => 42, 'sign' => 'firms_up']],
                'cut' => ['lengthCm' => [7, 12], 'wound' => true], 'hold' => ['sameDay' => false, 'shadedHours' => 12, 'coldDays' => 3],
                'hormone' => ['kind' => 'powder', 'ppm' => 3000, 'what' => 'IBA'], 'water' => ['mist' => [1, 2]],
                'warmth' => ['medium' => [18, 21]], 'rooting' => ['days' => [28, 45]], 'prior' => ['rate' => 0.75, 'phi' => 15],
                'weaning' => [['days' => 7, 'what' => 'mist half as often'], ['days' => 7, 'what' => 'mist only in sun']],
                'potting' => ['growOnDays' => 140, 'winter' => 'as_cells'],
            ],
            self::Hardwood => [
                'method' => 'hardwood cutting', 'material' => 'hardwood',
                'windows' => [['from' => 46, 'to' => 8, 'sign' => 'dormant', 'overNewYear' => true]], 'timeOfDay' => 'any',
                'cut' => ['lengthCm' => [15, 25], 'nodesBelow' => 2, 'nodesAbove' => 2, 'leaves' => 'none'],
                'hold' => ['sameDay' => false, 'shadedHours' => 48, 'coldDays' => 90], 'mix' => ['parts' => 'perlite 4 : peat 1'],
                'hole' => ['depthCm' => 12], 'water' => $still,
                'warmth' => ['medium' => [4, 9], 'base' => 0, 'optimumLow' => 16, 'optimumHigh' => 22, 'ceiling' => 34],
                'rooting' => ['days' => [60, 95]], 'weaning' => [], 'potting' => ['growOnDays' => 84, 'winter' => 'outside'],
            ],
            self::FleshyDryStart => [
                'windows' => [['from' => 20, 'to' => 32, 'sign' => 'growth_age']],
                'cut' => ['lengthCm' => [5, 30], 'nodesBelow' => 0, 'nodesAbove' => 1, 'leaves' => 'all'],
                'hold' => ['dry' => true, 'sameDay' => false, 'shadedHours' => 0, 'sealDays' => 7], 'wash' => 'never',
                'mix' => ['parts' => 'half perlite half vermiculite'],
                'water' => ['regime' => 'dry', 'mist' => [0, 0], 'steps' => ['no water until leaves show', 'then once a week', 'then twice a week']],
                'warmth' => ['medium' => [18, 24], 'base' => 8], 'weaning' => [], 'potting' => ['hardy' => false, 'winter' => 'frost_free'],
            ],
            self::Leaf => [
                'method' => 'leaf with stalk', 'material' => 'leaf', 'windows' => [['from' => 8, 'to' => 40, 'sign' => 'leaf_full']],
                'cut' => ['lengthCm' => [3, 8], 'nodesBelow' => 0, 'nodesAbove' => 0, 'leaves' => 'all', 'slanted' => 'neither'],
                'wash' => 'never', 'mix' => ['parts' => 'half perlite half vermiculite'], 'water' => ['regime' => 'cover', 'mist' => [0, 1]],
                'warmth' => ['medium' => [20, 24], 'base' => 10], 'rooting' => ['days' => [30, 48]],
                'weaning' => [['days' => 4, 'what' => 'cover open by day'], ['days' => 4, 'what' => 'cover off']],
                'potting' => ['hardy' => false, 'winter' => 'frost_free'],
            ],
            self::Root => [
                'method' => 'root cutting', 'material' => 'root',
                'windows' => [['from' => 45, 'to' => 6, 'sign' => 'dormant', 'overNewYear' => true]], 'timeOfDay' => 'any',
                'cut' => ['lengthCm' => [4, 8], 'nodesBelow' => 0, 'nodesAbove' => 0, 'leaves' => 'none', 'up' => 'crown_end'],
                'hold' => ['sameDay' => false, 'shadedHours' => 24, 'coldDays' => 7], 'mix' => ['parts' => 'half perlite half vermiculite'],
                'water' => $still, 'warmth' => ['medium' => [6, 10], 'base' => 0, 'optimumLow' => 15, 'optimumHigh' => 22, 'ceiling' => 34],
                'rooting' => ['days' => [38, 62]], 'weaning' => [['days' => 7, 'what' => 'off the bench, frost-free']],
            ],
            self::Clump => [
                'method' => 'division', 'material' => 'division', 'windows' => [School::divisionWindow('growth_starts')],
                'timeOfDay' => 'any',
                'cut' => ['lengthCm' => [5, 15], 'nodesBelow' => 0, 'nodesAbove' => 1, 'leaves' => 'halved', 'slanted' => 'neither', 'up' => 'crown_end'],
                'hold' => ['sameDay' => false, 'shadedHours' => 48, 'coldDays' => 7],
                'mix' => ['parts' => 'part potting mix', 'kind' => 'with_compost'], 'water' => $still,
                'warmth' => ['medium' => [8, 15], 'base' => 2, 'optimumLow' => 16, 'optimumHigh' => 22, 'ceiling' => 34],
                'rooting' => ['days' => [18, 30]], 'prior' => ['rate' => 0.92, 'phi' => 25], 'weaning' => [],
                'potting' => ['growOnDays' => 65, 'winter' => 'outside'],
            ],
            self::Runner => [
                'method' => 'runner', 'material' => 'runner', 'windows' => [['from' => 26, 'to' => 34, 'sign' => 'plantlets']],
                'timeOfDay' => 'any',
                'cut' => ['lengthCm' => [3, 10], 'nodesBelow' => 0, 'nodesAbove' => 1, 'leaves' => 'two_to_four', 'slanted' => 'neither', 'up' => 'crown_end'],
                'hold' => ['shadedHours' => 8], 'mix' => ['parts' => 'part potting mix', 'kind' => 'with_compost'],
                'water' => $onMother, 'warmth' => ['medium' => [12, 22]], 'light' => ['hours' => 14, 'cover' => 'none, beside its plant'],
                'rooting' => ['days' => [18, 30]], 'prior' => ['rate' => 0.93, 'phi' => 30],
                'weaning' => [['days' => 7, 'what' => 'cut loose, in its pot, in shade']], 'potting' => ['growOnDays' => 45, 'winter' => 'outside'],
            ],
            self::TipLayer => [
                'method' => 'tip layer', 'material' => 'layer', 'windows' => [['from' => 25, 'to' => 36, 'sign' => 'tips_turn']],
                'timeOfDay' => 'any',
                'cut' => ['lengthCm' => [10, 20], 'nodesBelow' => 1, 'nodesAbove' => 0, 'leaves' => 'two_to_four', 'slanted' => 'neither'],
                'hold' => ['shadedHours' => 8], 'mix' => ['parts' => 'part potting mix', 'kind' => 'with_compost'],
                'hole' => ['depthCm' => 5], 'water' => $onMother, 'warmth' => ['medium' => [12, 22]],
                'light' => ['hours' => 14, 'cover' => 'none, beside its plant'],
                'rooting' => ['days' => [12, 24]], 'prior' => ['rate' => 0.9, 'phi' => 25],
                'weaning' => [['days' => 7, 'what' => 'cut loose, in its pot, in shade']], 'potting' => ['growOnDays' => 65, 'winter' => 'outside'],
            ],
            self::AirLayer => [
                'method' => 'air layer', 'material' => 'layer', 'windows' => [['from' => 16, 'to' => 27, 'sign' => 'growth_age']],
                'timeOfDay' => 'any',
                'cut' => ['lengthCm' => [20, 40], 'nodesBelow' => 1, 'nodesAbove' => 3, 'leaves' => 'all', 'wound' => true, 'slanted' => 'neither'],
                'hold' => ['shadedHours' => 8], 'wash' => 'never', 'mix' => ['parts' => 'moss', 'kind' => 'inert'],
                'hormone' => ['kind' => 'powder', 'ppm' => 3000, 'what' => 'IBA'],
                'hole' => ['depthCm' => 0], 'water' => $onMother, 'warmth' => ['medium' => [12, 24]],
                'light' => ['hours' => 14, 'cover' => 'dark wrap over the moss'],
                'rooting' => ['days' => [75, 115]], 'prior' => ['rate' => 0.8, 'phi' => 12],
                'weaning' => [], 'potting' => ['growOnDays' => 120, 'winter' => 'frost_free'],
            ],
        };
    }
}
