using Microsoft.AspNetCore.Mvc.ModelBinding;

namespace LoyalLadder.Web.Access;

/// <summary>
/// A box is ticked or it is not, whatever is sent for it: the framework would keep other words and break over them when the form is
/// shown again.
/// </summary>
public sealed class TickBinderProvider : IModelBinderProvider
{
    public IModelBinder? GetBinder(ModelBinderProviderContext context) =>
        context.Metadata.ModelType == typeof(bool) ? new TickBinder() : null;

    private sealed class TickBinder : IModelBinder
    {
        public Task BindModelAsync(ModelBindingContext bindingContext)
        {
            var said = bindingContext.ValueProvider.GetValue(bindingContext.ModelName);
            if (said == ValueProviderResult.None)
                return Task.CompletedTask;
            var isTicked = said.Values.Any(v => string.Equals(v, "true", StringComparison.OrdinalIgnoreCase));
            bindingContext.ModelState.SetModelValue(
                bindingContext.ModelName,
                new ValueProviderResult(isTicked ? "true" : "false")
            );
            bindingContext.Result = ModelBindingResult.Success(isTicked);
            return Task.CompletedTask;
        }
    }
}
