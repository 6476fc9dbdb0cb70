package org.mendedleaf.core.catalog;

import java.io.IOException;

/** The store's place serves a single desk, and that is not this one. */
public final class OtherDeskException extends IOException {
  private static final long serialVersionUID = 1L;

  OtherDeskException() {
    super(
        "The store's drive cannot serve several desks at once, and another desk writes there. Nothing was recorded and nothing is lost; its history can be looked at from here. If that desk is no longer used, take the store over: “mended-leaf store take-over DIR”.");
  }
}
