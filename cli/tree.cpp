#include "tree.h"

#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <algorithm>

#include "juggler/job.h"
#include "juggler/version.h"

namespace juggler::cli {
namespace {

struct Argument {
  std::vector<std::string> names;  // of an option; of a positional its one name
  std::string value;               // what follows the option; empty for a flag
  std::string meaning;
};
struct Command {
  std::string name;
  std::string meaning;
  std::string examples;
  std::vector<Argument> options;
  std::vector<Argument> positionals;
};

std::string on_one_line(std::string text) {
  for (size_t at = text.find('\n'); at != std::string::npos; at = text.find('\n')) text[at] = ' ';
  return text;
}

std::vector<Command> commands_of(const CLI::App& app) {
  std::vector<Command> commands;
  for (const CLI::App* sub : app.get_subcommands({})) {
    Command command{sub->get_name(), sub->get_description(), sub->get_footer(), {}, {}};
    for (const CLI::Option* option : sub->get_options()) {
      Argument argument{{}, "", on_one_line(option->get_description())};
      for (const std::string& name : option->get_snames()) argument.names.push_back("-" + name);
      for (const std::string& name : option->get_lnames()) argument.names.push_back("--" + name);
      if (option->get_items_expected_max() > 0) argument.value = option->get_type_name();
      const bool positional = argument.names.empty();
      if (positional) argument.names = {option->get_name(true)};
      (positional ? command.positionals : command.options).push_back(std::move(argument));
    }
    commands.push_back(std::move(command));
  }
  return commands;
}

std::vector<std::string> names_of(const std::vector<Argument>& arguments) {
  std::vector<std::string> names;
  for (const Argument& a : arguments) names.insert(names.end(), a.names.begin(), a.names.end());
  return names;
}

std::vector<std::string> shape_names() {
  std::vector<std::string> names;
  for (const ShapeHelp& shape : shapes()) names.push_back(shape.name);
  return names;
}

// Keys as `quick` takes them.
std::vector<std::string> quick_keys(const ShapeHelp& shape) {
  std::vector<std::string> keys;
  for (const KeyHelp& key : shape.keys) {
    if (key.path != "shape") keys.push_back(key.path);
  }
  for (const KeyHelp& key : job_keys())
    keys.push_back(key.path.starts_with("sheet.") ? key.path.substr(6) : key.path);
  return keys;
}

// What a positional may be, as words of the shell.
std::string bash_words(const Argument& positional) {
  const std::string& name = positional.names.front();
  if (name == "SHAPE") return fmt::format("$(compgen -W '{}' -- \"$cur\")", fmt::join(shape_names(), " "));
  if (name == "SHELL") return "$(compgen -W 'bash zsh' -- \"$cur\")";
  return "$(compgen -f -X '!*.toml' -- \"$cur\") $(compgen -d -- \"$cur\")";
}

std::string bash_command(const Command& command) {
  std::string text = fmt::format("    {})\n", command.name);
  text +=
      fmt::format("      if [[ $cur == -* ]]; then COMPREPLY=($(compgen -W '{}' -- \"$cur\")); return; fi\n",
                  fmt::join(names_of(command.options), " "));
  const bool keys = command.positionals.size() > 1;
  if (keys) {
    text += "      if [[ -n $shape ]]; then\n        compopt -o nospace\n        case \"$shape\" in\n";
    for (const ShapeHelp& shape : shapes()) {
      text += fmt::format("          {}) COMPREPLY=($(compgen -S = -W '{}' -- \"$cur\")) ;;\n", shape.name,
                          fmt::join(quick_keys(shape), " "));
    }
    text += "        esac\n        return\n      fi\n";
  }
  if (!command.positionals.empty())
    text += fmt::format("      COMPREPLY=({})\n", bash_words(command.positionals.front()));
  return text + "      ;;\n";
}

std::string bash_script(const std::vector<Command>& commands) {
  std::vector<std::string> names;
  for (const Command& c : commands) names.push_back(c.name);
  std::string text = fmt::format(
      "# Completion of juggler {} for bash, made by `juggler completion bash`.\n"
      "_juggler() {{\n"
      "  local cur=\"${{COMP_WORDS[COMP_CWORD]}}\" prev=\"${{COMP_WORDS[COMP_CWORD-1]}}\"\n"
      "  local command= shape= word before i\n"
      "  for ((i = 1; i < COMP_CWORD; i++)); do\n"
      "    word=\"${{COMP_WORDS[i]}}\"\n"
      "    [[ $word == -* ]] && continue\n"
      "    if [[ -z $command ]]; then command=$word; elif [[ -z $shape ]]; then shape=$word; fi\n"
      "  done\n"
      "  COMPREPLY=()\n"
      "  case \"$prev\" in\n"
      "    --formats)\n"
      "      before=\n"
      "      [[ $cur == *,* ]] && before=\"${{cur%,*}},\"\n"
      "      COMPREPLY=($(compgen -P \"$before\" -W '{}' -- \"${{cur##*,}}\"))\n"
      "      return ;;\n"
      "    -o|--output) COMPREPLY=($(compgen -d -- \"$cur\")); return ;;\n"
      "    --save-job) COMPREPLY=($(compgen -f -- \"$cur\")); return ;;\n"
      "    --set) return ;;\n"
      "  esac\n"
      "  case \"$command\" in\n"
      "    '') COMPREPLY=($(compgen -W '{} --help --version' -- \"$cur\")) ;;\n",
      version, fmt::join(known_formats(), " "), fmt::join(names, " "));
  for (const Command& command : commands) text += bash_command(command);
  return text + "  esac\n}\ncomplete -F _juggler juggler\n";
}

// Without what has a meaning of its own in a specification of zsh.
std::string plain(std::string text) {
  std::erase_if(text, [](char c) { return c == '\'' || c == '[' || c == ']' || c == '"' || c == '`'; });
  std::replace(text.begin(), text.end(), ':', ',');
  return text;
}

std::string zsh_value(const std::string& value) {
  if (value == "DIR") return ":folder:_directories";
  if (value == "FILE") return ":file:_files";
  if (value == "LIST") return fmt::format(":formats:_values -s , format {}", fmt::join(known_formats(), " "));
  return ":" + plain(value) + ": ";
}

std::string zsh_positional(const Argument& positional) {
  const std::string& name = positional.names.front();
  if (name == "SHAPE") return fmt::format(" '1:shape:({})'", fmt::join(shape_names(), " "));
  if (name == "SHELL") return " '1:shell:(bash zsh)'";
  if (name == "JOB") return " '*:job:_files -g \"*.toml\"'";
  std::vector<std::string> keys;
  for (const ShapeHelp& shape : shapes()) {
    for (const std::string& key : quick_keys(shape)) {
      if (std::find(keys.begin(), keys.end(), key) == keys.end()) keys.push_back(key);
    }
  }
  return fmt::format(" '*:key:{{compadd -S = -- {}}}'", fmt::join(keys, " "));
}

std::string zsh_script(const std::vector<Command>& commands) {
  std::string text = fmt::format(
      "#compdef juggler\n# Completion of juggler {} for zsh, made by `juggler completion zsh`.\n"
      "_juggler() {{\n  local line state\n  _arguments -C '--help[help]' '--version[version]' '1:command:((",
      version);
  for (const Command& c : commands) text += fmt::format(" {}\\:\"{}\"", c.name, plain(c.meaning));
  text += "))' '*::argument:->rest'\n  [[ $state == rest ]] || return\n  case $line[1] in\n";
  for (const Command& c : commands) {
    text += fmt::format("    {}) _arguments", c.name);
    for (const Argument& option : c.options) {
      for (const std::string& name : option.names)
        text += fmt::format(" '*{}[{}]{}'", name, plain(option.meaning),
                            option.value.empty() ? "" : zsh_value(option.value));
    }
    for (const Argument& positional : c.positionals) text += zsh_positional(positional);
    text += " ;;\n";
  }
  return text +
         "  esac\n}\nif [[ $funcstack[1] == _juggler ]]; then _juggler \"$@\"; else compdef _juggler "
         "juggler; "
         "fi\n";
}

std::string roff(const std::string& text) {
  std::string out;
  bool fresh = true;  // at the beginning of a line
  for (const char c : text) {
    if (fresh && (c == '.' || c == '\'')) out += "\\&";
    if (c == '\\') {
      out += "\\e";
    } else if (c == '-') {
      out += "\\-";
    } else {
      out += c;
    }
    fresh = c == '\n';
  }
  return out;
}

std::string roff_as_is(const std::string& text) { return ".nf\n" + roff(text) + "\n.fi\n"; }

std::string roff_command(const Command& command) {
  std::string usage = "juggler " + command.name;
  for (const Argument& p : command.positionals)
    usage +=
        " " + p.names.front() + (p.names.front() == "JOB" || p.names.front() == "KEY=VALUE" ? "..." : "");
  std::string text = fmt::format(".SS {}\n{}.\n.PP\n.B {}\n[options]\n", roff(command.name),
                                 roff(command.meaning), roff(usage));
  for (const Argument& option : command.options) {
    text += fmt::format(".TP\n.B {}{}\n{}\n", roff(fmt::format("{}", fmt::join(option.names, ", "))),
                        option.value.empty() ? "" : " " + roff(option.value), roff(option.meaning));
  }
  const std::string examples = command.examples.substr(0, command.examples.find("\n\nExit codes"));
  if (!examples.empty()) text += ".PP\n" + roff_as_is(examples);
  return text;
}

std::string roff_keys(const std::vector<KeyHelp>& keys) {
  std::string text;
  for (const KeyHelp& key : keys) {
    text += fmt::format(".TP\n.B {}\n{}: {}\n", roff(key.path), roff(key.kind), roff(key.meaning));
  }
  return text;
}

}  // namespace

const std::vector<std::string>& known_formats() {
  static const std::vector<std::string> formats{"dxf",  "svg",  "pdf", "png", "txt", "csv",
                                                "json", "page", "obj", "stl", "glb", "template"};
  return formats;
}

std::string completion(const CLI::App& app, const std::string& shell) {
  const std::vector<Command> commands = commands_of(app);
  return shell == "zsh" ? zsh_script(commands) : bash_script(commands);
}

std::string manual(const CLI::App& app, const std::string& exits) {
  std::string text = fmt::format(
      ".TH JUGGLER 1 \"\" \"juggler {}\" \"User Commands\"\n.SH NAME\njuggler \\- exact flat blanks of "
      "rolled "
      "sheet parts\n.SH SYNOPSIS\n.B juggler\n.I COMMAND\n[options]\n.SH DESCRIPTION\n{}\n.SH COMMANDS\n",
      version, roff(app.get_description()));
  for (const Command& command : commands_of(app)) text += roff_command(command);
  text += ".SH JOB FILES\nA job is a TOML file; these are its keys, but for those of its parts.\n" +
          roff_keys(job_keys());
  for (const ShapeHelp& shape : shapes()) {
    text += fmt::format(".SS Keys of a {}\n{}\n", shape.name, roff(shape.summary));
    text += ".PP\n" + roff_as_is(shape.needs) + roff_keys(shape.keys);
  }
  return text + ".SH EXIT STATUS\n" + roff_as_is(exits);
}

std::string hint(const CLI::App& app, const std::vector<std::string>& words) {
  const std::vector<Command> commands = commands_of(app);
  const auto said = [](const std::string& near) { return near.empty() ? "" : " Did you mean " + near + "?"; };
  const auto is_option = [](const std::string& w) { return w.size() > 1 && w.front() == '-'; };
  const auto first = std::find_if_not(words.begin(), words.end(), is_option);
  if (first == words.end()) return "";
  std::vector<std::string> names;
  for (const Command& c : commands) names.push_back(c.name);
  const auto command =
      std::find_if(commands.begin(), commands.end(), [&](const Command& c) { return c.name == *first; });
  if (command == commands.end()) return said(nearest_word(*first, names));
  const std::vector<std::string> known = names_of(command->options);
  for (const std::string& word : words) {
    const std::string name = word.substr(0, word.find('='));
    if (!is_option(word) || std::find(known.begin(), known.end(), name) != known.end()) continue;
    if (std::string near = said(nearest_word(name, known)); !near.empty()) return near;
  }
  return "";
}

}  // namespace juggler::cli
