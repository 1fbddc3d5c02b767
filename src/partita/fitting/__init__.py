"""What is shipped as data is fitted here: the learned part of the evaluation, on racks played out."""
