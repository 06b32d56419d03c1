package org.pelerin.app.account;

import java.time.Instant;

record Account(
        long id,
        String name,
        String displayName,
        String passwordHash,
        Role role,
        int failedCount,
        Instant blockedUntilAt) {}
