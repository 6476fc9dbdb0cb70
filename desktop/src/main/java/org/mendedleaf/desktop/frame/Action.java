package org.mendedleaf.desktop.frame;

import javafx.scene.input.KeyCombination;

/**
 * Something that can be done from anywhere in the window, with its key.
 *
 * @param name as it stands in the list of all actions
 */
record Action(String name, KeyCombination key, Runnable run) {}
