<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\Refused;
use WetCradle\Server\Kernel;

/** Pictures from the round, on the nursery's own disk: drawn anew when they come in, so that nothing of where and with what they were taken stays in them. */
final class Photos
{
    private const WIDEST = 1280;
    private const QUALITY = 78;
    /** Those that telephones make and browsers write; all others are seldom needed, and slow to read. */
    private const KINDS = [IMAGETYPE_JPEG, IMAGETYPE_PNG, IMAGETYPE_WEBP];
    /** In all of it. The app sends less than a million; a small file can hold a picture that fills all memory and takes long to read. */
    private const MOST_PIXELS = 4_000_000;

    /** Reads a picture as it was sent, before anything is written: others need not wait for it. */
    public function read(string $base64): \GdImage
    {
        $bytes = base64_decode($base64, true);
        $size = $bytes === false ? false : @getimagesizefromstring($bytes);
        $isBearable = $size !== false && in_array($size[2], self::KINDS, true) && $size[0] * $size[1] <= self::MOST_PIXELS;
        $picture = $bytes === false || !$isBearable ? false : @imagecreatefromstring($bytes);
        if ($picture === false) {
            throw Refused::because('wrong_type', 'photo', 'That is no picture that can be read. Take it again.');
        }

        return imagesx($picture) > self::WIDEST ? (imagescale($picture, self::WIDEST) ?: $picture) : $picture;
    }

    /** @return string the name under which it is kept */
    public function keep(string $key, \GdImage $picture): string
    {
        $folder = self::folder();
        if (!is_dir($folder)) {
            mkdir($folder, 0o700, true);
        }
        $name = hash('sha256', $key).'.jpg';
        imagejpeg($picture, $folder.'/'.$name, self::QUALITY);

        return $name;
    }

    public function path(string $name): ?string
    {
        $path = self::folder().'/'.basename($name);

        return is_file($path) ? $path : null;
    }

    private static function folder(): string
    {
        return Kernel::varDir().'/photos';
    }
}
