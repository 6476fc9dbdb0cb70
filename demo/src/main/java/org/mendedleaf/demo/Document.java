package org.mendedleaf.demo;

import java.util.Random;

/** A file of the story while somebody works on it: it can be changed and saved. */
interface Document {

  /** Changes it a little, as a day's work would. */
  void work(Random random);

  /** The bytes that the person saves. */
  byte[] save(String person);
}
