<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

/** Every way of making a plant from a plant; the value is its word. */
enum Method: string
{
    case Tip = 'tip cutting';
    case Nodal = 'nodal cutting';
    case Basal = 'basal cutting';
    case Heel = 'heel cutting';
    case LeafBud = 'leaf-bud cutting';
    case Hardwood = 'hardwood cutting';
    case Root = 'root cutting';
    case LeafWithStalk = 'leaf with stalk';
    case LeafWithoutStalk = 'leaf without stalk';
    case LeafCutVeins = 'leaf with cut veins';
    case LeafSplitMidrib = 'split-midrib leaf';
    case LeafSection = 'leaf section';
    case Division = 'division';
    case Offset = 'offset';
    case Runner = 'runner';
    case Sucker = 'sucker';
    case TipLayer = 'tip layer';
    case AirLayer = 'air layer';
    case ClumpSplit = 'clump splitting';

    /** @return non-empty-list<Material> what it can be made from */
    public function materials(): array
    {
        return match ($this) {
            self::Tip, self::Nodal, self::Heel, self::LeafBud => [Material::Softwood, Material::Greenwood, Material::SemiRipe, Material::Hardwood],
            self::Basal => [Material::Softwood, Material::Greenwood],
            self::Hardwood => [Material::Hardwood],
            self::Root => [Material::Root],
            self::LeafWithStalk, self::LeafWithoutStalk, self::LeafCutVeins, self::LeafSplitMidrib, self::LeafSection => [Material::Leaf],
            self::Division => [Material::Division],
            self::Offset => [Material::Offset],
            self::Runner => [Material::Runner],
            self::Sucker => [Material::Sucker],
            self::TipLayer, self::AirLayer => [Material::Layer],
            self::ClumpSplit => [Material::Seedlings],
        };
    }

    /** A piece of stem with nodes, whose shoots are counted and cut into lengths. */
    public function isOfStem(): bool
    {
        return in_array(Material::Softwood, $this->materials(), true) || $this === self::Hardwood;
    }

    /** Has, or soon has, roots of its own when it is taken. */
    public function isRootedAlready(): bool
    {
        return in_array($this, [self::Division, self::Offset, self::Runner, self::Sucker, self::TipLayer, self::AirLayer, self::ClumpSplit], true);
    }

    /** Roots while it still hangs on its mother plant, and no other way. */
    public function isLayer(): bool
    {
        return $this === self::TipLayer || $this === self::AirLayer;
    }

    /** Can root before it is cut from its mother plant. */
    public function canRootOnMother(): bool
    {
        return $this->isLayer() || $this === self::Runner;
    }

    /** Dies upside down: its ends must be kept apart from the knife to the tray. */
    public function hasEnds(): bool
    {
        return $this->isOfStem() || in_array($this, [self::Root, self::LeafSection], true);
    }
}
