package org.pelerin.app.organisation.account;

/** Somebody wants all programs that bear a token of an account to be let in no more. */
public record TokensEnded(String account) {}
