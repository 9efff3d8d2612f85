#!/bin/sh
# Installs the front end's packages only when the lock file changed since the last time: npm ci takes a minute.
set -e
cmp -s package-lock.json node_modules/.lock-of-last-ci 2>/dev/null && exit 0
npm ci --prefer-offline --loglevel=error
cp package-lock.json node_modules/.lock-of-last-ci
