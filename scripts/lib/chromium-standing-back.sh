#!/bin/sh
# Chromium that lets others go first as far as what started it does. It gets a session of its own, between which Linux may share time first.
[ -w /proc/self/autogroup ] && nice >/proc/self/autogroup
exec /usr/bin/chromium-headless-shell "$@"
