package org.pelerin.app.platform.web;

/** What is typed into a page: text as entered, in public fields that are bound directly. */
public interface Form {}
