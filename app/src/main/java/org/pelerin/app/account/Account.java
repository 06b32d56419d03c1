package org.pelerin.app.account;

record Account(long id, String name, String displayName, String passwordHash, Role role) {}
