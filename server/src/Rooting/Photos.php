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
    /** Along the longer side. */
    private const MOST_PIXELS = 6000;

    /** @return string the name under which it is kept */
    public function keep(string $key, string $base64): string
    {
        $bytes = base64_decode($base64, true);
        $size = $bytes === false ? false : @getimagesizefromstring($bytes);
        // A small file can hold a picture that fills all memory.
        $picture = $bytes === false || $size === false || max($size[0], $size[1]) > self::MOST_PIXELS ? false : @imagecreatefromstring($bytes);
        if ($picture === false) {
            throw Refused::because('wrong_type', 'photo', 'That is no picture that can be read. Take it again.');
        }
        $wide = imagesx($picture);
        if ($wide > self::WIDEST) {
            $picture = imagescale($picture, self::WIDEST) ?: $picture;
        }
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
