"""What is shipped as data is fitted here, on racks played out: the learned part of the evaluation, and the doubt."""
