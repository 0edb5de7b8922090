<?php

declare(strict_types=1);

// For PHP's own web server only, which has no rewrite rules: built files as they are, all else to the application.
$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
if (preg_match('#^/app/[\w./-]+$#', $path) === 1 && !str_contains($path, '..') && is_file(__DIR__.$path) && !str_ends_with($path, '.html')) {
    header('Cache-Control: public, max-age=31536000, immutable');
    header('X-Content-Type-Options: nosniff');
    header('Content-Type: '.match (pathinfo($path, PATHINFO_EXTENSION)) {
        'js' => 'text/javascript; charset=utf-8',
        'css' => 'text/css; charset=utf-8',
        'woff2' => 'font/woff2',
        'svg' => 'image/svg+xml',
        'webmanifest' => 'application/manifest+json',
        'png' => 'image/png',
        default => 'application/octet-stream',
    });
    readfile(__DIR__.$path);

    return true;
}
$_SERVER['SCRIPT_FILENAME'] = __DIR__.'/index.php';
$_SERVER['SCRIPT_NAME'] = '/index.php';
require __DIR__.'/index.php';
