// What the tree of commands gives besides parsing: completion, a manual page, hints.
#pragma once

#include <string>
#include <vector>

namespace CLI {
class App;
}

namespace juggler::cli {

/// The formats that can be asked for.
[[nodiscard]] const std::vector<std::string>& known_formats();
/// A script that completes commands, options, formats, shapes and keys; shell is "bash" or "zsh".
[[nodiscard]] std::string completion(const CLI::App& app, const std::string& shell);
/// The manual page, in roff.
[[nodiscard]] std::string manual(const CLI::App& app, const std::string& exits);
/// " Did you mean --formats?" where a command or an option of the call is near a known one; else empty.
[[nodiscard]] std::string hint(const CLI::App& app, const std::vector<std::string>& words);

}  // namespace juggler::cli
