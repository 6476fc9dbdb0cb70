package org.mendedleaf.core.recover;

/**
 * The way in which picks are recovered.
 *
 * @param ifThere what happens where something else stands already
 * @param laterFiles what becomes of files in a picked folder that came after its moment; only in
 *     place
 */
public record Handling(Destination destination, IfThere ifThere, LaterFiles laterFiles) {

  /** Where the files were; what stands there is recorded first; later files stay. */
  public static final Handling IN_PLACE =
      new Handling(new Destination.InPlace(), IfThere.MAKE_ROOM, LaterFiles.KEEP);

  public Handling to(Destination other) {
    return new Handling(other, ifThere, laterFiles);
  }

  public Handling with(IfThere other) {
    return new Handling(destination, other, laterFiles);
  }

  public Handling with(LaterFiles other) {
    return new Handling(destination, ifThere, other);
  }
}
