"""The fast player: pots, safeties, kicks and ball in hand, decided inside the kernels; whole racks by two of them."""
